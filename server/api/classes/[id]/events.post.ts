import { presenceMarkSchema, runEventSchema } from '../../../../core/floor/events'
import { list, record, whole } from '../../../../core/kernel/fields'
import { sightingSchema } from '../../../../core/people/corrections'
import { incidentSchema } from '../../../../core/people/incidents'
import { resultSchema } from '../../../../core/people/results'
import { useDatabase } from '../../../http/database'
import { bareCommand } from '../../../http/route'
import { tellNow } from '../../../http/listeners'
import { forLog } from '../../../http/for-log'
import { settleSoon } from '../../../http/settler'
import { serverNow } from '../../../http/test-clock'
import { appendEvents } from '../../../services/events'
import { settleClass } from '../../../services/settle'

const batchSchema = record({
  run: list(runEventSchema, 0, 1000).default([]),
  presence: list(presenceMarkSchema, 0, 1000).default([]),
  sightings: list(sightingSchema, 0, 1000).default([]),
  results: list(resultSchema, 0, 1000).default([]),
  incidents: list(incidentSchema, 0, 50).default([]),
  planVersion: whole(1, 1e9).optional(),
  sentAt: whole(0, 8.64e15).optional(),
  off: whole(-8.64e15, 8.64e15).optional(),
})

/**
 * Takes what a device saw on the floor or the register, each event once however often it is sent. Taps are settled a moment later,
 * many at once; acts of the floor, and whatever comes to a class that is finished, before the answer.
 */
export default bareCommand(
  'POST /api/classes/:id/events',
  { body: batchSchema },
  async ({ event, user, param, body }) => {
    const classId = param('id')
    const now = serverNow(event)
    const { state, isFinished } = await appendEvents(useDatabase(), user, classId, body, now)
    tellNow()
    if (body.run.length === 0 && !isFinished) {
      if (body.presence.length) settleSoon(user.clubId, classId)
      return { state, now }
    }
    try {
      const settled = await settleClass(useDatabase(), user.clubId, classId, { wait: true })
      return { state: settled === 'busy' ? state : settled.state, now }
    } catch (error) {
      // What was sent is kept, and the settler tries again.
      console.error(`class ${classId} could not be settled at once: ${forLog(error)}`)
      settleSoon(user.clubId, classId)
      return { state, now }
    }
  },
)
