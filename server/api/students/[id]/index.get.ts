import { query } from '../../../http/route'
import { serverNow } from '../../../http/test-clock'
import { studentClasses, studentPage } from '../../../services/students'

/** A student's page; with `?after=CLASS` only the page of classes before that one. */
export default query('GET /api/students/:id', ({ event, club, user, param }) => {
  const { after } = getQuery(event)
  return typeof after === 'string'
    ? studentClasses(club, param('id'), after)
    : studentPage(club, user.id, param('id'), serverNow(event))
})
