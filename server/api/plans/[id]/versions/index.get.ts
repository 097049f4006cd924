import { clubRoute, TEACHERS } from '../../../../http/club-route'
import { planVersions } from '../../../../services/plans'

export default clubRoute(async ({ club, param }) => planVersions(club, param('id')), TEACHERS)
