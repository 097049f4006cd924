import { query } from '../http/route'
import { library } from '../services/library'

export default query('GET /api/library', ({ club }) => library(club))
