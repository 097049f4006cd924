import { query } from '../../../../http/route'
import { planVersions } from '../../../../services/plans'

export default query('GET /api/plans/:id/versions', ({ club, param }) => planVersions(club, param('id')))
