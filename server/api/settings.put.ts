import { z } from 'zod'
import { clubRoute } from '../http/club-route'
import { saveSettings } from '../services/settings'

const saveSchema = z.object({
  base: z.int('must be the version the change was made to'),
  settings: z.unknown(),
})

export default clubRoute(
  async ({ club, body }) => {
    const { base, settings } = await body(saveSchema)
    return saveSettings(club, base, settings)
  },
  ['head'],
)
