import { record, yesNo } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { moveClass } from '../../../services/classes'
import { TIMES } from '../../../services/times'

/** Moves a class that has not begun to another time. */
export default command(
  'PUT /api/classes/:id',
  { body: record({ ...TIMES, beside: yesNo().default(false) }) },
  async ({ club, user, param, body: { beside, ...times } }) => {
    await moveClass(club, user.id, param('id'), times, beside)
    return times
  },
)
