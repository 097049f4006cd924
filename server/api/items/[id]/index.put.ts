import { z } from 'zod'
import { clubRoute, TEACHERS } from '../../../http/club-route'
import { saveItem } from '../../../services/items'

const saveSchema = z.object({ base: z.int('must be the version the change was made to'), item: z.unknown() })

/** Saves an item; base 0 adds it. 409 with theirs when someone else saved first. */
export default clubRoute(async ({ club, param, body }) => {
  const { base, item } = await body(saveSchema)
  return saveItem(club, param('id'), base, item)
}, TEACHERS)
