import { z } from 'zod'
import { command } from '../../http/route'
import { saveSeries } from '../../services/series'

export default command('PUT /api/series/:id', { body: z.unknown() }, async ({ club, user, param, body }) => {
  await saveSeries(club, user.id, param('id'), body)
  return { saved: true }
})
