import { command } from '../../http/route'
import { putTermPlaces, termPlacesBody } from '../../services/term-places'

export default command('PUT /api/term/places', { body: termPlacesBody }, async ({ club, user, body }) => {
  await putTermPlaces(club, user.id, body)
  return { kept: true }
})
