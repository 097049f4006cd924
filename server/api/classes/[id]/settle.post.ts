import { record } from '../../../../core/kernel/fields'
import { useDatabase } from '../../../http/database'
import { bareCommand } from '../../../http/route'
import { whyOf } from '../../../http/settler'
import { noteFailure, settleClass } from '../../../services/settle'
import { Refusal } from '../../../services/refusal'

/** Tries again to work out the record of a class that was set aside. */
export default bareCommand('POST /api/classes/:id/settle', { body: record({}) }, async ({ user, param }) => {
  const classId = param('id')
  try {
    await settleClass(useDatabase(), user.clubId, classId, { wait: true })
    return { settled: true }
  } catch (error) {
    if (error instanceof Refusal) throw error
    await noteFailure(useDatabase(), user.clubId, classId, whyOf(error))
    throw new Refusal('incomplete', 'The record of this class still cannot be worked out.')
  }
})
