import { query } from '../../../http/route'
import { correctionsOfItem } from '../../../services/corrections'

/** What stays open of an item, by student. */
export default query('GET /api/items/:id/corrections', ({ club, param }) =>
  correctionsOfItem(club, param('id')),
)
