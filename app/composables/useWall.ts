import { z } from 'zod'
import { runEventSchema } from '~~/core/floor/events'
import { wallViewSchema } from '~~/shared/answers'
import type { WallView } from '~~/core/floor/wall'

/** The channel by which a floor tells the walls of its own browser: it goes on where the server cannot be reached. */
export const WALL_CHANNEL = 'golden-lintel-wall'

const AGAIN_AFTER_MS = 3000
const fromFloor = z.object({ title: z.string(), events: z.array(runEventSchema) })
/** Nothing was heard for so long: the stream is taken to be dead. */
const SILENCE_MS = 45_000

/**
 * What a wall shows, by the key of its link: read whenever something of a class is changed, and taken from a floor in the same browser, whichever
 * knows more.
 */
export function useWall(key: () => string) {
  const view = shallowRef<WallView | null>()
  const problem = ref('')
  const clock = useClock()
  const headers = () => ({
    authorization: `Bearer ${key()}`,
    ...(clock.moved.value ? { 'x-lintel-test-moved': String(clock.moved.value) } : {}),
  })

  let asked = 0
  async function read() {
    const turn = ++asked
    const askedAt = clock.device()
    const answer = await fetch('/api/wall', { headers: headers(), credentials: 'omit' })
    const body: unknown = await answer.json()
    if (!answer.ok) throw new Error((body as { title?: string }).title ?? 'The wall cannot be shown.')
    const fresh = wallViewSchema.parse(body)
    if (turn !== asked) return
    if (fresh) clock.compare(fresh.now - clock.moved.value, askedAt)
    take(fresh)
    problem.value = ''
  }
  /** The one that knows of more acts stands: a floor out of the server's reach is ahead of it. */
  function take(fresh: WallView | null) {
    const held = view.value
    if (fresh && held && held.title === fresh.title && held.events.length > fresh.events.length) return
    view.value = fresh
  }

  const ending = new AbortController()
  /** Listens until the page is left; a stream that ends is begun again, and what was missed is read. */
  async function follow() {
    while (!ending.signal.aborted) {
      try {
        await read()
        await listen()
      } catch (error) {
        if (ending.signal.aborted) return
        if (error instanceof Error && !(error instanceof TypeError)) problem.value = error.message
      }
      await new Promise((done) => setTimeout(done, AGAIN_AFTER_MS))
    }
  }
  async function listen() {
    const stream = new AbortController()
    ending.signal.addEventListener('abort', () => stream.abort())
    const answer = await fetch('/api/wall/changes', {
      headers: headers(),
      credentials: 'omit',
      signal: stream.signal,
    })
    const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader()
    if (!answer.ok || !reader) return
    let silence = setTimeout(() => stream.abort(), SILENCE_MS)
    for (;;) {
      const { done, value } = await reader.read()
      if (done) return
      clearTimeout(silence)
      silence = setTimeout(() => stream.abort(), SILENCE_MS)
      if (value.includes('event: changes')) void read().catch(() => {})
      if (value.includes('event: ended')) {
        view.value = undefined
        problem.value = 'This wall’s link has ended.'
        return ending.abort()
      }
    }
  }
  const channel = new BroadcastChannel(WALL_CHANNEL)
  channel.onmessage = ({ data }: MessageEvent<unknown>) => {
    const told = fromFloor.safeParse(data)
    if (told.success && view.value?.title === told.data.title)
      take({ ...view.value, events: told.data.events })
  }
  onMounted(() => void follow())
  onScopeDispose(() => {
    ending.abort()
    channel.close()
  })
  return { view, problem }
}
