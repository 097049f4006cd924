import { z } from 'zod'
import { command } from '../http/route'
import { saveSettings } from '../services/settings'

const saveSchema = z.object({
  base: z.int('must be the version the change was made to'),
  settings: z.unknown(),
})

export default command('PUT /api/settings', { body: saveSchema }, ({ club, user, body }) =>
  saveSettings(club, user.id, body.base, body.settings),
)
