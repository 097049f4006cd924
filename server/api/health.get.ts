import { QueryTypes } from 'sequelize'
import { clockJump } from '../http/clock'
import { useDatabase } from '../http/database'
import { answering } from '../http/route'

/** Whether the server and its database are up; 503 while the database is not. */
export default answering(async () => {
  await useDatabase().sequelize.query('SELECT 1', { type: QueryTypes.SELECT })
  const set = clockJump()
  // The database's clock was set while this process ran: classes go by the time before.
  return { up: true, ...(set ? { clockSetByMs: set } : {}) }
})
