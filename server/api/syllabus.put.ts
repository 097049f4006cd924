import { z } from 'zod'
import { clubRoute, TEACHERS } from '../http/club-route'
import { saveSyllabus } from '../services/syllabus'

const saveSchema = z.object({
  base: z.int('must be the version the change was made to'),
  syllabus: z.unknown(),
})

export default clubRoute(async ({ club, body }) => {
  const { base, syllabus } = await body(saveSchema)
  return saveSyllabus(club, base, syllabus)
}, TEACHERS)
