import { z } from 'zod'
import { MOST_IMPORT_BYTES } from '../../../http/body'
import { command } from '../../../http/route'
import { stageItems } from '../../../services/imports'

const piece = z.object({
  items: z.array(z.unknown(), 'must be a list').max(1000, 'must be at most 1000 items'),
})

/** A piece of an import: put aside until the whole is taken over. */
export default command(
  'POST /api/imports/:id/rows',
  { body: piece, most: MOST_IMPORT_BYTES },
  ({ club, user, param, body }) => stageItems(club, user.id, param('id'), body.items),
)
