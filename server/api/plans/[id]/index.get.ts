import { query } from '../../../http/route'
import { findPlan } from '../../../services/plans'

export default query('GET /api/plans/:id', ({ club, param }) => findPlan(club, param('id')))
