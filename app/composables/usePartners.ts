import { asksOf, type BoardAsks } from '~~/core/partners/for-board'
import type { School } from '~~/core/partners/roster-file'
import type { Block } from '~~/core/plan/schema'
import { boardPairsSchema, classPairsSchema, type BoardPairs } from '~~/shared/answers'

export interface BoardForTwo {
  block: Block
  asks: BoardAsks
}

/** Who works with whom at the boards of the class that is open; read anew whenever somebody pairs, comes or goes. */
export function usePartners() {
  const store = useClassStore()
  const library = useLibraryStore()
  const kept = shallowRef<BoardPairs[]>([])
  const problem = ref('')
  const isPairing = ref(false)

  /** The boards of the plan at which students work in twos. */
  const boards = computed((): BoardForTwo[] => {
    const { plan } = store
    if (!plan) return []
    return plan.blocks.flatMap((block) => {
      const asks = asksOf(plan, block, (id) => library.items.get(id))
      return asks ? [{ block, asks }] : []
    })
  })
  const pairsAt = (board: string | undefined) => kept.value.find((one) => one.board === board)

  async function read() {
    const id = store.data?.id
    if (!id) return
    try {
      kept.value = await api(`/api/classes/${id}/partners`, { answer: classPairsSchema })
    } catch {
      // What was read before stands; the next change reads again.
    }
  }
  watch(
    () => store.data?.id,
    () => void read(),
    { immediate: true },
  )
  onChange('class', undefined, (change) => {
    if (change === 'back' || change.root === store.data?.id) void readSoon()
  })
  /** A hall full of taps is read once. */
  const readSoon = useDebounceFn(read, READ_AFTER_MS)

  /** @param way the best there is, one that repeats none that were shown, or as few changes as can be */
  async function pair(
    board: string,
    asked: { school: School; rounds: number; pins: string[][]; way: 'best' | 'next' | 'fit' },
  ): Promise<BoardPairs | undefined> {
    const id = store.data?.id
    if (!id || isPairing.value) return undefined
    isPairing.value = true
    problem.value = ''
    try {
      const base = pairsAt(board)?.version ?? 0
      const made = await api(`/api/classes/${id}/partners/${board}`, {
        answer: boardPairsSchema,
        method: 'PUT',
        body: { base, ...asked },
      })
      kept.value = [...kept.value.filter((one) => one.board !== board), made]
      return made
    } catch (error) {
      problem.value = saidBy(error)
      if (error instanceof ApiProblem && error.code === 'stale') await read()
      return undefined
    } finally {
      isPairing.value = false
    }
  }

  return { boards, kept, pairsAt, pair, problem, isPairing }
}
const READ_AFTER_MS = 400
