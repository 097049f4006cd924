import { inTurn } from '~/domain/in-turn'
import { toast } from '~/domain/toast'

/** Who else is at the plan on the frame; what they keep is put together with what is mine as soon as it is told. */
export function usePlanPresence() {
  const store = usePlanStore()
  const id = computed(() => store.id)
  const others = useAtPlan(id)
  /** The version a change speaks of. */
  const versionIn = (what: string) => Number(/^saved (\d+)$/.exec(what)?.[1] ?? Infinity)
  const next = inTurn()

  async function takeIn(name: string) {
    try {
      if (await store.takeIn(name)) toast(`${name || 'Someone'} changed the plan; it is shown as it is now.`)
    } catch (error) {
      // Out of reach: it is read when the stream is back.
      if (!(error instanceof ApiProblem)) throw error
    }
  }
  onChange('plan', undefined, (change) => {
    if (change !== 'back' && (change.root !== store.id || versionIn(change.what) <= store.version)) return
    void next(() => takeIn(others.value[0] ?? ''))
  })
  return others
}
