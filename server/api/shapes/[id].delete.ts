import { clubRoute, TEACHERS } from '../../http/club-route'
import { removeShape } from '../../services/shapes'

export default clubRoute(async ({ club, param }) => {
  await removeShape(club, param('id'))
  return { removed: true }
}, TEACHERS)
