import { query } from '../../../http/route'
import { classAmendments } from '../../../services/amendments'
import { findClass } from '../../../services/classes'

/** What was corrected in a class since it was finished. */
export default query('GET /api/classes/:id/amendments', async ({ club, param }) => {
  const { id } = await findClass(club, param('id'))
  return classAmendments(club, id)
})
