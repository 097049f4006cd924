import { z } from 'zod'
import { record, whole } from '../../../core/kernel/fields'
import { command } from '../../http/route'
import { saveShape } from '../../services/shapes'

const savedSchema = record({ base: whole(0, 1e9), shape: z.unknown() })

export default command('PUT /api/shapes/:id', { body: savedSchema }, ({ club, user, param, body }) =>
  saveShape(club, user.id, param('id'), body),
)
