import { clubRoute } from '../../http/club-route'
import { listClasses } from '../../services/today'

export default clubRoute(async ({ club }) => listClasses(club))
