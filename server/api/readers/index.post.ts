import { record, text } from '../../../core/kernel/fields'
import { command } from '../../http/route'
import { addReader } from '../../services/readers'

/** Adds a reader; its key is in the answer, and nowhere afterwards. */
export default command('POST /api/readers', { body: record({ name: text(60) }) }, ({ club, user, body }) =>
  addReader(club, user.id, body.name),
)
