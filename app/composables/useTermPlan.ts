import type { Ref } from 'vue'
import type { Placed } from '~~/core/term/placed'
import type { Changes, Remedies } from '~~/core/term/remedies'
import type { TermFile, TermPlan } from '~~/core/term/term'
import type { TermAsked, TermTold } from '~/workers/plan-term'

/** A term as it is spread, worked out anew whenever what is asked or what was put by hand changes. */
export function useTermPlan(term: Ref<TermFile>, places: Ref<readonly Placed[]>) {
  const plan = shallowRef<TermPlan>({ groups: [], plan: [] })
  const isWorking = ref(true)
  const wrong = ref('')
  let worker: Worker | undefined
  let asked = 0
  /** Whoever waits for an answer, by its number. */
  const waiting = new Map<number, (told: TermTold) => void>()

  function start(): Worker {
    const made = new Worker(new URL('../workers/plan-term.ts', import.meta.url), { type: 'module' })
    made.onmessage = ({ data }: MessageEvent<TermTold>) => {
      waiting.get(data.n)?.(data)
      waiting.delete(data.n)
    }
    made.onerror = (event) => {
      wrong.value = event.message || 'The solver did not start.'
      isWorking.value = false
    }
    return made
  }
  const ask = (question: Omit<TermAsked, 'n' | 'term' | 'placed'> = {}) =>
    new Promise<TermTold>((answered) => {
      worker ??= start()
      const n = ++asked
      waiting.set(n, answered)
      // Plain data: what is reactive cannot be sent.
      const sent = { n, term: term.value, placed: [...places.value], ...question } satisfies TermAsked
      worker.postMessage(JSON.parse(JSON.stringify(sent)))
    })

  let latest = 0
  /** The plan of what is asked now; another that is asked for meanwhile takes its place. */
  async function work(): Promise<void> {
    const mine = ++latest
    isWorking.value = true
    const told = await ask()
    if (mine !== latest) return
    isWorking.value = false
    if ('plan' in told) plan.value = told.plan
    wrong.value = 'wrong' in told ? told.wrong : ''
  }
  async function mend(group: string, changes: Changes): Promise<Remedies | undefined> {
    const told = await ask({ mend: { group, changes } })
    return 'remedies' in told ? told.remedies : undefined
  }
  /** What was asked last; nothing is worked out twice for what is the same. */
  let known = ''
  onMounted(() =>
    watch(
      [term, places],
      () => {
        const now = JSON.stringify([term.value, places.value])
        if (now === known) return
        known = now
        void work()
      },
      { immediate: true },
    ),
  )
  onBeforeUnmount(() => worker?.terminate())
  return { plan, isWorking, wrong, mend, work }
}
