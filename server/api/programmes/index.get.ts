import { z } from 'zod'
import { dayAfter } from '../../../core/kernel/days'
import { day } from '../../../core/kernel/fields'
import { query } from '../../http/route'
import { serverNow } from '../../http/test-clock'
import { dayIn } from '../../services/calendar'
import { programmesBetween } from '../../services/programmes'

const DAYS_AHEAD = 130
const asked = z.object({ day: day() })

/** The themes and programmes from this week and month on; with `?day=2026-11-26` those of that day alone. */
export default query('GET /api/programmes', async ({ event, club }) => {
  const one = asked.safeParse(getQuery(event)).data?.day
  if (one) return programmesBetween(club, one, one)
  const { zone } = await club.row()
  const today = dayIn(zone, serverNow(event))
  return programmesBetween(club, today, dayAfter(today, DAYS_AHEAD))
})
