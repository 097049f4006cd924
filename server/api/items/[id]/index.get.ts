import { clubRoute } from '../../../http/club-route'
import { itemPage } from '../../../services/items'

export default clubRoute(async ({ club, param }) => itemPage(club, param('id')))
