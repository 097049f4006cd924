import { clockNow } from '../http/clock'
import { z } from 'zod'
import { isTold, type Change } from '../../shared/changes'
import { mayAsk } from '../../shared/access'
import { useDatabase } from '../http/database'
import { listen } from '../http/listeners'
import { answering } from '../http/route'
import { requireSignedIn } from '../http/session'
import { comeTo, leave, othersAt, SAY_AGAIN_MS, stillAt } from '../services/plan-people'
import { notYours } from '../services/refusal'

const asked = z.object({ plan: z.uuid().optional() })

/**
 * A stream of server-sent events: what of the club is changed, as it is changed. With `?plan=ID` one is at that plan while the stream
 * is open, and is told who else is. No connection to the database is held by it.
 */
export default answering(async (event) => {
  const user = await requireSignedIn(event)
  if (!mayAsk(user.role, 'GET /api/changes')) throw notYours()
  const plan = asked.safeParse(getQuery(event)).data?.plan
  const db = useDatabase()
  const streamId = plan && mayAsk(user.role, 'GET /api/plans/:id') ? await comeTo(db, user, plan) : undefined
  const stream = createEventStream(event)
  const say = (name: string, data: unknown) =>
    stream.push({ event: name, data: JSON.stringify(data) }).catch(() => {})

  const tellOthers = async () => plan && say('people', await othersAt(db, user, plan).catch(() => []))
  const stop = listen({
    user,
    tell(changes) {
      const told = changes
        .filter(({ topic }) => isTold(topic))
        .map(({ topic, root, what, userId }): Change => ({ topic, root, what, mine: userId === user.id }))
      if (told.length) void say('changes', told)
      if (streamId && changes.some(({ topic, root }) => topic === 'people' && root === plan))
        void tellOthers()
    },
    missed() {
      void say('missed', {})
    },
    end() {
      void say('ended', {}).then(() => stream.close())
    },
  })
  // Also keeps whatever stands between from closing a stream on which nothing is said.
  const again = setInterval(() => {
    void say('still', { now: clockNow() })
    if (plan && streamId) void stillAt(db, user, plan, streamId).catch(() => {})
  }, SAY_AGAIN_MS)

  stream.onClosed(async () => {
    stop()
    clearInterval(again)
    if (plan && streamId) await leave(db, user, plan, streamId).catch(() => {})
  })
  void say('hello', { now: clockNow() })
  if (streamId) void tellOthers()
  return stream.send()
})
