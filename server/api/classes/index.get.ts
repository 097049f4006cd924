import { query } from '../../http/route'
import { listClasses } from '../../services/today'

export default query('GET /api/classes', ({ club }) => listClasses(club))
