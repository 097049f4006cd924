import { query } from '../../http/route'
import { seriesPage } from '../../services/series'

/** A series with the lessons that were held, and who of the students was there. */
export default query('GET /api/series/:id', ({ club, param }) => seriesPage(club, param('id')))
