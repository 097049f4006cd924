import { z } from 'zod'
import { command } from '../../../http/route'
import { saveItem } from '../../../services/items'

const saveSchema = z.object({ base: z.int('must be the version the change was made to'), item: z.unknown() })

/** Saves an item; base 0 adds it. 409 with theirs when someone else saved first. */
export default command('PUT /api/items/:id', { body: saveSchema }, ({ club, user, param, body }) =>
  saveItem(club, user.id, param('id'), body.base, body.item),
)
