import { query } from '../../../http/route'
import { itemPage } from '../../../services/items'

export default query('GET /api/items/:id', ({ club, param }) => itemPage(club, param('id')))
