import { clubRoute, TEACHERS } from '../../../http/club-route'
import { dropImport } from '../../../services/imports'

/** Stops an import; nothing of the library has changed. */
export default clubRoute(async ({ club, user, param }) => {
  await dropImport(club, user.id, param('id'))
  return { dropped: true }
}, TEACHERS)
