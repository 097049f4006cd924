import { query } from '../../http/route'
import { listClasses } from '../../services/class-list'

export default query('GET /api/classes', ({ club }) => listClasses(club))
