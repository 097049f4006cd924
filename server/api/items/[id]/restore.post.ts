import { clubRoute, TEACHERS } from '../../../http/club-route'
import { restoreItem } from '../../../services/items'

export default clubRoute(async ({ club, param }) => {
  await restoreItem(club, param('id'))
  return { archived: false }
}, TEACHERS)
