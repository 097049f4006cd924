import { asksOf, type BoardAsks } from '~~/core/partners/for-board'
import type { School } from '~~/core/partners/roster-file'
import type { Block } from '~~/core/plan/schema'
import { inTurn } from '~/domain/in-turn'
import { withMade } from '~/domain/partners-made'
import { boardPairsSchema, classPairsSchema } from '~~/shared/answers'

export interface BoardForTwo {
  block: Block
  asks: BoardAsks
}

/** What is asked for a board. */
export interface PairAct {
  school: School
  rounds: number
  /** The pins wanted, of those that stand when it is this act's turn. */
  pins: (now: string[][]) => string[][]
  /** The best there is, one that repeats none that were shown, or as few changes as can be. */
  way: 'best' | 'next' | 'fit'
}

/** Who works with whom at the boards of the class that is open; read anew whenever somebody pairs, comes or goes. */
export function usePartners() {
  const store = useClassStore()
  const library = useLibraryStore()
  const { told: kept, read } = useClassReading('partners', {
    answer: classPairsSchema,
    nothing: [],
    afterMs: 400,
    takeIn(told, known) {
      // What was made here meanwhile is newer.
      const newer = known.filter(
        (one) => !told.some(({ board, version }) => board === one.board && version >= one.version),
      )
      return [...told.filter(({ board }) => !newer.some((one) => one.board === board)), ...newer]
    },
  })
  const problem = ref('')
  const waiting = ref(0)
  const isPairing = computed(() => waiting.value > 0)

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

  const next = inTurn()
  /** Acts are asked one after the other, each on top of what the one before has made: none is lost to a tap that came too soon. */
  function pair(board: string, act: PairAct): Promise<void> {
    const id = store.data?.id
    problem.value = ''
    waiting.value++
    return next(() => ask(id, board, act)).finally(() => waiting.value--)
  }

  async function ask(id: string | undefined, board: string, { pins, ...asked }: PairAct) {
    if (!id || id !== store.data?.id) return
    const now = pairsAt(board)
    try {
      const made = await api(`/api/classes/${id}/partners/${board}`, {
        answer: boardPairsSchema,
        method: 'PUT',
        body: { base: now?.version ?? 0, pins: pins(now?.pins ?? []), ...asked },
      })
      if (id === store.data?.id) kept.value = withMade(kept.value, made)
      // Who is here was looked at before it was worked out: somebody may have come or gone since.
      void read()
    } catch (error) {
      problem.value = saidBy(error)
      if (error instanceof ApiProblem && error.code === 'stale') await read()
    }
  }

  return { boards, kept, pairsAt, pair, problem, isPairing }
}
