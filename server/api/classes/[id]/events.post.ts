import { presenceMarkSchema, runEventSchema } from '../../../../core/floor/events'
import { list, record, whole } from '../../../../core/kernel/fields'
import { clubRoute } from '../../../http/club-route'
import { takeEvents } from '../../../services/classes'

const batchSchema = record({
  run: list(runEventSchema, 0, 1000).default([]),
  presence: list(presenceMarkSchema, 0, 1000).default([]),
  planVersion: whole(1, 1e9).optional(),
})

/** Takes what a device saw on the floor or the register, each event once however often it is sent. */
export default clubRoute(async ({ club, user, param, body }) => {
  const { state } = await takeEvents(club, user.id, param('id'), await body(batchSchema))
  return { state }
})
