import { changeSchema, type Change, type Topic } from '~~/shared/changes'
import { z } from 'zod'

/**
 * What of the club is changed, told by the server as it happens: one stream for the whole page. What was missed while the stream was
 * away is not told afterwards; whoever shows something reads it anew when the stream is back.
 */
type Heard = (change: Change | 'back') => void
interface Wanted {
  topic: Topic
  root: string | undefined
  heard: Heard
}

const AGAIN_AFTER_MS = 3000
const HIDDEN_AFTER_MS = 10_000

const useStream = createSharedComposable(() => {
  const wanted = new Set<Wanted>()
  const plan = ref<string>()
  const others = ref<string[]>([])
  let source: EventSource | undefined
  let again: ReturnType<typeof setTimeout> | undefined
  let wasAway = false
  const { loggedIn } = useUserSession()
  const signInAgain = useSignInAgain()

  function close() {
    clearTimeout(again)
    source?.close()
    source = undefined
    others.value = []
  }

  function connect() {
    close()
    if (!loggedIn.value || (wanted.size === 0 && !plan.value)) return
    const here = new EventSource(plan.value ? `/api/changes?plan=${plan.value}` : '/api/changes')
    source = here
    here.addEventListener('hello', () => {
      if (wasAway) for (const { heard } of wanted) heard('back')
      wasAway = false
    })
    here.addEventListener('changes', (event) => {
      for (const change of z.array(changeSchema).parse(JSON.parse(event.data)))
        for (const { topic, root, heard } of wanted)
          if (topic === change.topic && (root === undefined || root === change.root)) heard(change)
    })
    here.addEventListener(
      'people',
      (event) => (others.value = z.array(z.string()).parse(JSON.parse(event.data))),
    )
    here.addEventListener('missed', () => {
      for (const { heard } of wanted) heard('back')
    })
    here.addEventListener('ended', () => {
      wasAway = true
      close()
      signInAgain.ask()
    })
    here.onerror = () => {
      wasAway = true
      close()
      again = setTimeout(connect, AGAIN_AFTER_MS)
    }
  }

  // A browser has few connections to one server: pages that nobody looks at let go of theirs.
  const visibility = useDocumentVisibility()
  const letGo = useTimeoutFn(
    () => {
      wasAway = true
      close()
    },
    HIDDEN_AFTER_MS,
    { immediate: false },
  )
  watch(visibility, (state) => {
    if (state === 'hidden') return void letGo.start()
    letGo.stop()
    if (!source) connect()
  })
  watch([plan, loggedIn], connect)
  signInAgain.onSignedIn(connect)

  function add(one: Wanted): () => void {
    wanted.add(one)
    if (!source) connect()
    return () => {
      wanted.delete(one)
      if (wanted.size === 0 && !plan.value) close()
    }
  }
  return { plan, others: readonly(others), add }
})

/**
 * Calls when something is changed, by somebody else or on another device, and when the stream is back after it was away.
 *
 * @param root the id of what is wanted; without it everything of the topic
 * @returns how to stop; it stops by itself with the component or store it was called in
 */
export function onChange(topic: Topic, root: string | undefined, heard: Heard): () => void {
  const stop = useStream().add({ topic, root, heard })
  if (getCurrentScope()) onScopeDispose(stop)
  return stop
}

/** Says that this page is at a plan; the names of the others who are. */
export function useAtPlan(id: Ref<string>) {
  const { plan, others } = useStream()
  watch(id, (next) => (plan.value = next || undefined), { immediate: true })
  onScopeDispose(() => (plan.value = undefined))
  return others
}
