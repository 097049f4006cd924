import { z } from 'zod'
import { command } from '../http/route'
import { saveSyllabus } from '../services/syllabus'

const saveSchema = z.object({
  base: z.int('must be the version the change was made to'),
  syllabus: z.unknown(),
})

export default command('PUT /api/syllabus', { body: saveSchema }, ({ club, user, body }) =>
  saveSyllabus(club, user.id, body.base, body.syllabus),
)
