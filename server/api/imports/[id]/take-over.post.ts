import { z } from 'zod'
import { MOST_IMPORT_BYTES } from '../../../http/body'
import { command } from '../../../http/route'
import { takeOver } from '../../../services/imports'

const wanted = z.object({
  items: z.int('must be a whole number').min(0),
  ladder: z.unknown().optional(),
  syllabus: z.unknown().optional(),
  shapes: z.array(z.unknown()).optional(),
  series: z.array(z.unknown()).optional(),
})

/** Takes an import over, all or nothing. */
export default command(
  'POST /api/imports/:id/take-over',
  { body: wanted, most: MOST_IMPORT_BYTES },
  ({ club, user, param, body }) => takeOver(club, user.id, param('id'), body),
)
