import type { Block } from '~~/core'
import { newBlock } from '~~/core/plan/edit'
import type { Phase } from '~~/core/plan/phases'
import type { Library } from '~~/server/services/library'

const PHASE_OF: Record<string, Phase> = {
  forms: 'form',
  weapons: 'form',
  conditioning: 'conditioning',
  mobility: 'warmup',
  games: 'game',
  escapes: 'selfdefence',
  sparring: 'partner',
}

/** A board for an item as it is usually drilled: forms in runs, partner work in both roles, both sides where it has sides. */
export function boardFor(item: Library['items'][number]): Omit<Block, 'id'> {
  const phase = PHASE_OF[item.category] ?? (item.partner === 'partner' ? 'partner' : 'drill')
  const block = newBlock(phase, item.name, item.id)
  if (phase === 'form')
    return {
      ...block,
      dose: {
        kind: 'form',
        sections: item.layers.map((_, n) => ({ id: `section-${n + 1}`, sec: 20 })),
        runs: [{ from: 1, to: item.layers.length, times: 3, tempo: 1 }],
        resetSec: 5,
        setupSec: 30,
      },
    }
  if (block.dose?.kind !== 'count') return block
  const roles = item.partner === 'partner' ? 2 : 1
  return { ...block, dose: { ...block.dose, sides: item.sides, roles, tempoSec: roles === 2 ? 4 : 1.5 } }
}
