import { QueryTypes } from 'sequelize'
import { useDatabase } from '../http/database'

/** Whether the server and its database are up. */
export default defineEventHandler(async () => {
  await useDatabase().sequelize.query('SELECT 1', { type: QueryTypes.SELECT })
  return { up: true }
})
