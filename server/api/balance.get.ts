import { subDays, subWeeks } from 'date-fns'
import { query } from '../http/route'
import { serverNow } from '../http/test-clock'
import { balanceSince } from '../services/balance'
import { dayIn } from '../services/calendar'

const WEEKS_BACK = 13
const MOST_DAYS_BACK = 200

/** The term so far: from the day it began in the settings, else thirteen weeks. */
export default query('GET /api/balance', async ({ event, club }) => {
  const { zone, settings } = await club.row()
  const now = serverNow(event)
  const today = dayIn(zone, now)
  const earliest = dayIn(zone, subDays(now, MOST_DAYS_BACK).getTime())
  const began = settings.termFrom ?? dayIn(zone, subWeeks(now, WEEKS_BACK).getTime())
  const from = began < earliest ? earliest : began
  return { from, today, ...(await balanceSince(club, from)) }
})
