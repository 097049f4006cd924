import { record, text } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { erasePerson } from '../../../services/one-persons-data'

/** Erases one person for good. Their name is asked for, so that nobody is erased by a slip. */
export default command(
  'POST /api/roster/:id/erase',
  { body: record({ name: text(200) }) },
  async ({ club, user, param, body }) => {
    await erasePerson(club, user.id, param('id'), body.name)
    return { erased: true }
  },
)
