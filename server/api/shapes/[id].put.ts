import { z } from 'zod'
import { command } from '../../http/route'
import { saveShape } from '../../services/shapes'

export default command('PUT /api/shapes/:id', { body: z.unknown() }, async ({ club, user, param, body }) => {
  await saveShape(club, user.id, param('id'), body)
  return { saved: true }
})
