import { query } from '../../../../http/route'
import { planVersion } from '../../../../services/plans'

export default query('GET /api/plans/:id/versions/:version', ({ club, param }) =>
  planVersion(club, param('id'), param('version')),
)
