import { describe, expect, it } from 'vitest'
import { itemSchema } from '../../../core/curriculum/item'
import type { RunEvent } from '../../../core/floor/events'
import { wallEvents, wallFree, wallItems, wallName, wallPlan } from '../../../core/floor/wall'
import { parsePlan } from '../../../core/plan/parse'
import { replay } from '../../../core/floor/run'
import { block, blockOf, count, fixed, plan } from '../make'

const START = 5_000_000
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const held = plan(
  [
    block('k', {
      technique: 'kick',
      notes: 'Ada’s knee',
      says: [{ set: 2, text: 'Ben: elbow in' }],
      teaching: { why: 'before the grading', leads: [{ group: 'white', who: 'Marit' }] },
      dose: count(10),
    }),
    block('t', { phase: 'talk', dose: fixed(60) }),
  ],
  { notes: 'bring the form of Ben', acknowledged: [{ code: 'x', student: 'Cid', reason: 'they asked' }] },
)
const water = blockOf(plan([block('w', { phase: 'water', notes: 'Dora faints', dose: fixed(60) })]), 'w')
const events: RunEvent[] = [
  { id: id(1), kind: 'start', at: START, device: id(90), detail: { name: 'Marit’s phone' } },
  { id: id(2), kind: 'insert', at: START + 2000, device: id(90), detail: { block: water } },
  { id: id(3), kind: 'missed', at: START + 3000, detail: { student: id(91) } },
  { id: id(4), kind: 'change', at: START + 4000, board: 'k', detail: { group: 'white', technique: 'sweep' } },
]

describe('what a wall may show', () => {
  it('is a plan without a word about anybody', () => {
    const shown = wallPlan(held)
    expect(JSON.stringify(shown)).not.toMatch(/Ada|Ben|Cid|Marit|grading/)
    expect(parsePlan(JSON.parse(JSON.stringify(shown))).ok).toBe(true)
  })
  it('acts that come to the same run, and say neither where they were done nor who missed what', () => {
    const shown = wallEvents(events)
    expect(JSON.stringify(shown)).not.toMatch(/Marit|Dora|missed|000000000090|000000000091/)
    const [floor, wall] = [replay(held, events, START + 9000), replay(wallPlan(held), shown, START + 9000)]
    expect(wall.position).toBe(floor.position)
    expect(wall.plan.blocks.map((one) => one.id)).toEqual(floor.plan.blocks.map((one) => one.id))
  })
  it('the items of the plan, and those that came in on the floor', () => {
    const item = (of: string) =>
      itemSchema.parse({
        id: of,
        name: of,
        preferred: undefined,
        category: 'kicks',
        layers: [{ name: 'slow' }, { name: 'quick', points: ['hips first'] }],
        keyPoints: ['knee up'],
      })
    const items = wallItems(held, events, (of) => (of === 'gone' ? undefined : item(of)))
    expect(Object.keys(items).sort()).toEqual(['kick', 'sweep'])
    expect(items.kick?.layers).toEqual([
      { name: 'slow', point: 'knee up', hazard: '' },
      { name: 'quick', point: 'hips first', hazard: '' },
    ])
  })
  it('first names with an initial', () => {
    expect([wallName('Ada', 'Byron'), wallName('Ada', ''), wallName('Ada', ' ')]).toEqual([
      'Ada B',
      'Ada',
      'Ada',
    ])
  })
})

describe('a free round on the wall', () => {
  const free = block('f', { kinds: ['kicks'], dose: { kind: 'rounds', rounds: 1, workSec: 60 } })
  const items = new Map(
    ['kick', 'spin', 'low', 'high', 'side', 'back', 'push', 'turn'].map((one) => {
      const made = itemSchema.parse({
        id: one,
        name: `The ${one}`,
        category: 'kicks',
        layers: [{ name: 'as it is' }],
      })
      return [one, made]
    }),
  )
  it('names what each group may use, what is new tonight first, and no more than is read from afar', () => {
    const made = plan([block('k', { technique: 'kick', dose: count(10) }), free])
    const learnt = [...items.keys()]
      .filter((one) => one !== 'kick')
      .map((one, n) => ({ group: made.groups[0]!.id, item: one, markedAt: null, workedAt: n }))
    const [shown, ...others] = wallFree(made, learnt, (one) => items.get(one))
    expect(shown?.items.map(({ name, isNew }) => (isNew ? `${name}!` : name))).toEqual([
      'The kick!',
      'The turn',
      'The push',
      'The back',
      'The side',
      'The high',
    ])
    expect(others.map(({ items: all }) => all.length)).toEqual(others.map(() => 1))
    expect(wallFree(held, learnt, (one) => items.get(one))).toEqual([])
  })
})
