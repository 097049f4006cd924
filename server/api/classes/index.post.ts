import { record, yesNo } from '../../../core/kernel/fields'
import { eventId } from '../../../core/floor/event'
import { command } from '../../http/route'
import { addClass } from '../../services/classes'
import { addPlan } from '../../services/plans'
import { badFields } from '../../services/refusal'
import { fault } from '../../../core/kernel/faults'
import { TIMES } from '../../services/times'
import { z } from 'zod'

const newClassSchema = record({
  planId: eventId().optional(),
  /** A plan of its own, made with the class or not at all. */
  plan: z.unknown().optional(),
  ...TIMES,
  beside: yesNo().default(true),
})

/** Puts a plan on a day: one there is, or one that is sent along. */
export default command(
  'POST /api/classes',
  { body: newClassSchema },
  async ({ club, user, body: { planId, plan, beside, ...times } }) => {
    if ((planId === undefined) === (plan === undefined))
      throw badFields([fault(['planId'], 'must name a plan, or a plan must be sent as `plan`')])
    return addClass(
      club,
      { planId: planId ?? (await addPlan(club, user.id, plan)), ...times, teacherId: user.id },
      beside,
    )
  },
)
