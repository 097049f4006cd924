import { QueryTypes } from 'sequelize'
import { useDatabase } from '../http/database'
import { answering } from '../http/route'

/** Whether the server and its database are up; 503 while the database is not. */
export default answering(async () => {
  await useDatabase().sequelize.query('SELECT 1', { type: QueryTypes.SELECT })
  return { up: true }
})
