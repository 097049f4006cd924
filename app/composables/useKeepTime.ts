import { toast } from '~/domain/toast'
import { bestOffer, offerWords, otherOffers } from '~~/core/floor/offer'
import { wallTime } from '~/domain/wall-time'

/** Later than this it is worth a word. */
const LATE_MS = 30_000

const useKeepTimeState = createSharedComposable(() => {
  const isOn = useLocalStorage('golden-lintel-keep-time', false)
  return { isOn }
})

/** Whether the end time is kept by the class itself: at each change of board, with what it did told. */
export function useKeepTime() {
  return useKeepTimeState()
}

/** The ways to end on time that are offered now, and the taking of one. */
export function useOffers() {
  const store = useClassStore()
  const library = useLibraryStore()
  const facts = useFactsStore()
  const clock = useClock()
  const { isOn } = useKeepTime()
  const acts = useFloorActs()

  /** Worked out anew with every act, board and five seconds, and not with every tick of the clock. */
  const STEP_MS = 5000
  const step = computed(() => Math.floor(clock.now.value / STEP_MS))
  /** Boards that the rest was found to need; looked for anew with every board. */
  let needs: readonly string[] = []
  watch(
    () => store.now?.index,
    () => (needs = []),
    { flush: 'sync' },
  )
  const held = computed(() => {
    void step.value
    const { data, run, planned } = store
    if (!data || !run || !planned || run.phase !== 'running') return undefined
    const { club } = facts
    return { planned, events: data.events, run, now: clock.read(), dueAt: store.dueAt, club, needs }
  })
  const isLate = computed(() => store.run?.phase === 'running' && store.endsAt - store.dueAt > LATE_MS)
  const best = shallowRef<ReturnType<typeof bestOffer>>()
  watch(
    [step, () => store.data?.events, () => store.now?.index, isLate],
    () => {
      best.value = isLate.value && held.value ? bestOffer(held.value) : undefined
      needs = best.value?.needs ?? []
    },
    { immediate: true },
  )
  const others = () => (held.value ? otherOffers(held.value) : [])
  const endWords = (endsAt: number) => wallTime(endsAt, library.club?.zone)

  function take(offer: NonNullable<typeof best.value>) {
    acts.told(`${offerWords(offer)}. Bow out at ${endWords(offer.endsAt)}.`, 'fit', { keep: offer.keep })
    best.value = undefined
  }
  // By itself: where a board ends, and only on the device that leads.
  watch(
    () => store.now?.placed?.block.id,
    (board, before) => {
      if (!isOn.value || !acts.leads.value || before === undefined || !isLate.value || !held.value) return
      const offer = bestOffer(held.value)
      if (offer?.overSec === 0) take(offer)
      else if (offer) toast(`It cannot be kept: even at the shortest it ends at ${endWords(offer.endsAt)}.`)
    },
  )
  return { best, others, take, endWords, isLate }
}
