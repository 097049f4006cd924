import { clubRoute, TEACHERS } from '../../../http/club-route'
import { notFound } from '../../../http/problem'
import { othersAt, standAt } from '../../../services/plan-presence'

/** Says that one is at a plan; who else is, and the version that stands. */
export default clubRoute(async ({ club, user, param }) => {
  const id = param('id')
  const [row] = await club.plans.all({ id }, { limit: 1, columns: ['id', 'version', 'savedBy'] })
  if (!row) throw notFound('plan')
  standAt(id, user.id, user.name, Date.now())
  return { others: othersAt(id, user.id, Date.now()), version: row.version, mine: row.savedBy === user.id }
}, TEACHERS)
