import type { Plan } from '../../core/plan/schema'

const DOSES = [
  { kind: 'count', sets: 3, reps: 10, tempoSec: 1.5, restSec: 15, sides: 2, setupSec: 30 },
  { kind: 'rounds', rounds: 4, workSec: 60, restSec: 30, sides: 2, tempoSec: 4, setupSec: 20 },
  { kind: 'own', sets: 2, reps: 12, sides: 2, capSec: 120 },
  { kind: 'hold', sets: 2, holdSec: 30, sides: 2 },
  {
    kind: 'ladder',
    stages: [
      { title: 'Held right', dose: { kind: 'count', reps: 6, sides: 2, roles: 2, tempoSec: 3 } },
      { title: 'Free within a limit', layer: 2, dose: { kind: 'rounds', rounds: 2, workSec: 40, roles: 2 } },
    ],
  },
]

/** A plan document of `blocks` blocks for `groups` groups in every mode, about 5,000 calls at 60 × 8. */
export function bigPlan(blocks = 60, groups = 8): unknown {
  const ids = Array.from({ length: groups }, (_, g) => `g${g}`)
  const modes: Plan['blocks'][number]['mode'][] = ['together', 'oneCount', 'layers', 'turns', 'together']
  return {
    format: 'golden-lintel/plan',
    version: 1,
    title: 'A long evening',
    lengthMin: 240,
    groups: ids.map((id, g) => ({
      id,
      name: `Group ${g}`,
      ranks: [`rank-${g}`],
      headcount: 6,
      pace: g % 2 ? 1.2 : 1,
    })),
    blocks: Array.from({ length: blocks }, (_, b) => {
      const mode = modes[b % modes.length]
      const dose = DOSES[b % DOSES.length]
      const tracks = ids.map((id, g) => ({
        groups: [id],
        technique: `item-${(b * 3 + g) % 90}`,
        layer: 1 + (g % 4),
        ...(mode === 'turns' ? { dose: { kind: 'count', reps: 8, sides: 2, setupSec: 20 } } : {}),
      }))
      return {
        id: `b${b}`,
        title: `Block ${b}`,
        phase: 'drill',
        mode,
        ...(mode === 'turns' ? {} : { dose }),
        ...(mode === 'together' ? { technique: `item-${b % 90}` } : { tracks }),
      }
    }),
  }
}
