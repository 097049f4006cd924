import { z } from 'zod'
import { clubRoute, TEACHERS } from '../../../http/club-route'
import { takeOver } from '../../../services/imports'

const wanted = z.object({
  items: z.int('must be a whole number').min(0),
  ladder: z.unknown().optional(),
  syllabus: z.unknown().optional(),
  shapes: z.array(z.unknown()).optional(),
})

/** Takes an import over, all or nothing. */
export default clubRoute(
  async ({ club, user, param, body }) => takeOver(club, user.id, param('id'), await body(wanted)),
  TEACHERS,
)
