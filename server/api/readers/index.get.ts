import { query } from '../../http/route'
import { readers } from '../../services/readers'

export default query('GET /api/readers', ({ club }) => readers(club))
