import { useDatabase } from '../http/database'

/** Whether the server and its database are up. */
export default defineEventHandler(async () => {
  await useDatabase().sequelize.query('SELECT 1')
  return { up: true }
})
