import { clubRoute, TEACHERS } from '../../http/club-route'
import { studentPage } from '../../services/students'

export default clubRoute(async ({ club, param }) => studentPage(club, param('id')), TEACHERS)
