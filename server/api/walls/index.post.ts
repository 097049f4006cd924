import { record } from '../../../core/kernel/fields'
import { command } from '../../http/route'
import { addWall } from '../../services/walls'

/** Makes a link for a wall; its key is in the answer, and nowhere afterwards. */
export default command('POST /api/walls', { body: record({}) }, ({ club, user }) => addWall(club, user.id))
