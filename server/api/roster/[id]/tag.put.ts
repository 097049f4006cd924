import { record, text } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { giveTag } from '../../../services/readers'

/** Says whose a tag is. */
export default command(
  'PUT /api/roster/:id/tag',
  { body: record({ tag: text(64) }) },
  async ({ club, user, param, body }) => {
    await giveTag(club, user.id, param('id'), body.tag)
    return { tag: body.tag }
  },
)
