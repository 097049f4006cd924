import { command } from '../http/route'
import { ladderBody, saveLadder } from '../services/ladder'

/** Saves the rank ladder and the groups it is taught in. */
export default command('PUT /api/ladder', { body: ladderBody }, ({ club, user, body }) =>
  saveLadder(club, user.id, body),
)
