import { clubRoute, TEACHERS } from '../../http/club-route'
import { listPlans } from '../../services/plans'

export default clubRoute(async ({ club }) => listPlans(club), TEACHERS)
