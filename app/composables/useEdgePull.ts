import type { Block } from '~~/core/plan/schema'
import { changeDoses } from '~~/core/plan/edit-doses'
import { layBlock } from '~~/core/plan/modes'
import { nudgeSets } from '~~/core/plan/nudge'
import { saysOf } from '~~/core/plan/fit-dose'
import { PX_PER_MIN } from '~/domain/frame-geometry'

/** Least way of the pointer for one set, so that short sets can still be told apart. */
const LEAST_PX = 9
const MOST_STEPS = 60

/** The block with `by` more sets or rounds in every dose it has. */
export function withSets(block: Block, by: number): Block {
  return changeDoses(block, (dose) => nudgeSets(dose, by))
}

/**
 * Pulling the lower edge of a board: the dose follows in whole sets or rounds. The frame shows what it would be; letting go
 * keeps it, Escape does not.
 */
export function useEdgePull() {
  const plans = usePlanStore()
  const says = ref('')

  function pull(event: PointerEvent, block: Block) {
    const { plan } = plans
    if (!plan || event.button !== 0) return
    if (plans.looked) return plans.sayNotNow()
    const from = event.clientY
    const one = Math.abs(layBlock(withSets(block, 1), plan).ms - layBlock(block, plan).ms)
    if (one === 0) return
    const px = Math.max(LEAST_PX, (one / 60_000) * PX_PER_MIN)
    let changed: Block | undefined
    const stop = new AbortController()
    const { signal } = stop

    function end() {
      stop.abort()
      plans.look('edge', undefined)
      says.value = ''
    }
    window.addEventListener(
      'pointermove',
      ({ clientY }) => {
        const by = Math.max(-MOST_STEPS, Math.min(MOST_STEPS, Math.round((clientY - from) / px)))
        changed = by === 0 ? undefined : withSets(block, by)
        plans.look(
          'edge',
          changed && {
            ...plan,
            blocks: plan.blocks.map((other) => (other === block ? (changed ?? block) : other)),
          },
        )
        says.value = changed ? saysOf(block, changed, plan) : ''
      },
      { signal },
    )
    window.addEventListener(
      'pointerup',
      () => {
        const kept = changed
        end()
        if (kept) plans.changeBlock(block.id, () => kept)
      },
      { signal },
    )
    window.addEventListener('pointercancel', end, { signal })
    window.addEventListener('keydown', ({ key }) => key === 'Escape' && end(), { signal, capture: true })
  }

  return { pull, says }
}
