import { query } from '../../http/route'
import { listPlans } from '../../services/plans'

export default query('GET /api/plans', ({ club }) => listPlans(club))
