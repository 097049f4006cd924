import { clubRoute, TEACHERS } from '../../../http/club-route'
import { findPlan } from '../../../services/plans'

export default clubRoute(async ({ club, param }) => findPlan(club, param('id')), TEACHERS)
