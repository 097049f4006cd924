import { z } from 'zod'
import { clubRoute, TEACHERS } from '../../../http/club-route'
import { stageItems } from '../../../services/imports'

const piece = z.object({
  items: z.array(z.unknown(), 'must be a list').max(1000, 'must be at most 1000 items'),
})

/** A piece of an import: put aside until the whole is taken over. */
export default clubRoute(async ({ club, user, param, body }) => {
  const { items } = await body(piece)
  return stageItems(club, user.id, param('id'), items)
}, TEACHERS)
