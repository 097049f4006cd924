import { oneOf, record, yesNo } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { moveClass } from '../../../services/classes'
import { TIMES } from '../../../services/times'

/** Moves a class that has not begun to another time, with its register or without. */
export default command(
  'PUT /api/classes/:id',
  {
    body: record({
      ...TIMES,
      beside: yesNo().default(false),
      register: oneOf(['along', 'anew']).default('along'),
    }),
  },
  async ({ club, user, param, body: { beside, register, ...times } }) => {
    const { registered } = await moveClass(club, user.id, param('id'), times, beside, register)
    return { ...times, register, registered }
  },
)
