import { listen } from '../../http/listeners'
import { answering } from '../../http/route'
import { requireWall } from '../../http/wall-key'
import { SAY_AGAIN_MS } from '../../services/plan-people'

/** A stream that says that something of a class was changed, and nothing else; by the key of the wall's link. */
export default answering(async (event) => {
  const wall = await requireWall(event)
  const stream = createEventStream(event)
  const say = (name: string) => stream.push({ event: name, data: '' }).catch(() => {})
  const stop = listen({
    // A wall is nobody; its own end is told to it as a session's is.
    user: { id: wall.id, sessionId: wall.id, clubId: wall.clubId },
    tell: (changes) => {
      if (changes.some(({ topic }) => topic === 'class' || topic === 'plan' || topic === 'library'))
        void say('changes')
    },
    missed: () => void say('changes'),
    end: () => void say('ended').then(() => stream.close()),
  })
  const again = setInterval(() => void say('still'), SAY_AGAIN_MS)
  stream.onClosed(() => {
    stop()
    clearInterval(again)
  })
  void say('hello')
  return stream.send()
})
