import { clubRoute, TEACHERS } from '../../../../http/club-route'
import { planVersion } from '../../../../services/plans'

export default clubRoute(
  async ({ club, param }) => planVersion(club, param('id'), param('version')),
  TEACHERS,
)
