import { z } from 'zod'
import { record, whole } from '../../../core/kernel/fields'
import { command } from '../../http/route'
import { saveSeries } from '../../services/series'

const savedSchema = record({ base: whole(0, 1e9), series: z.unknown() })

export default command('PUT /api/series/:id', { body: savedSchema }, ({ club, user, param, body }) =>
  saveSeries(club, user.id, param('id'), body),
)
