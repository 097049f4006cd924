import { query } from '../../http/route'
import { accounts } from '../../services/accounts'

export default query('GET /api/accounts', ({ club }) => accounts(club))
