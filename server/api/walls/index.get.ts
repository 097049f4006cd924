import { query } from '../../http/route'
import { walls } from '../../services/walls'

/** The links of walls that are open, without their keys. */
export default query('GET /api/walls', ({ club }) => walls(club))
