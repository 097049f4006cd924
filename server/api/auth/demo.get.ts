import { demoSignIns } from '../../../demo/sign-ins'
import { useDatabase } from '../../http/database'

/**
 * Who may sign in to the demo club, with what, so that one press does it. Only where the server was started for the demo, and only those
 * who are there; anywhere else there is nobody to tell of.
 */
export default defineEventHandler(async () => {
  if (useRuntimeConfig().demo !== 'on') return []
  const emails = demoSignIns.map(({ email }) => email)
  const found = await useDatabase().tables.users.findAll({ where: { email: emails }, attributes: ['email'] })
  const there = new Set(found.map((row) => row.get('email')))
  return demoSignIns.filter(({ email }) => there.has(email))
})
