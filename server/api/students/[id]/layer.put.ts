import { record, slug, whole } from '../../../../core/kernel/fields'
import { command } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { giveOwnLayer } from '../../../services/own-layers'

/** The version of an item at which a student works; 0 is the class's. */
export default command(
  'PUT /api/students/:id/layer',
  { body: record({ item: slug(), layer: whole(0, 99) }) },
  async ({ event, club, user, param, body }) => {
    await giveOwnLayer(club, user.id, param('id'), body.item, body.layer, serverNow(event))
    return body
  },
)
