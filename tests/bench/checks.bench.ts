import loadHighs from 'highs'
import { bench, describe } from 'vitest'
import { layPlan } from '../../core/plan/timeline'
import { parsePlan } from '../../core/plan/parse'
import { checkPlan } from '../../core/checks'
import type { Expected } from '../../core/checks/club-facts'
import { coverModel, type CoverProblem } from '../../core/checks/cover'
import { refit } from '../../core/floor/refit'
import { POOL } from '../../starters/items'
import { club, ladder } from '../core/checks/club'
import { bigPlan } from './big-plan'

/** Targets: all checks under 4 ms for 60 blocks × 8 groups, without the solver; the re-plan under 5 ms for 40 blocks. */
const items = [...POOL.values()]
/** The big plan with real items in it, so that the checks have something to look at. */
const json = JSON.stringify(bigPlan())
let n = 0
const named = json.replace(/"technique":"[^"]*"/g, () => `"technique":"${items[n++ % items.length]!.id}"`)
const parsed = parsePlan(JSON.parse(named))
if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults.slice(0, 3)))
const { plan } = parsed
const timeline = layPlan(plan)
const students = Array.from({ length: 40 }, (_, s): Expected => ({
  name: `Student ${s}`,
  group: plan.groups[s % plan.groups.length]!.id,
  rank: ladder.ranks[s % 4]!.id,
  age: 12 + s,
  note: s % 7 ? null : 'left wrist, no falls',
  practised: new Map(
    items.slice(s, s + 50).map(({ id }) => [id, { layer: 1 + (s % 3), days: 3, last: '2026-11-01' }]),
  ),
}))
const syllabus = items.map(({ id }, i) => ({ rank: ladder.ranks[i % 4]!.id, item: id, layer: 1 }))
const facts = club(items, {
  students,
  syllabus,
  settings: { hall: { areaM2: 100, hot: false, kit: [{ name: 'pad', count: 10 }] } },
})
const found = checkPlan(plan, timeline, facts).findings

describe(`all checks, 60 blocks × 8 groups, 40 students, ${found.length} findings`, () => {
  bench('checkPlan', () => void checkPlan(plan, timeline, facts))
  bench('layPlan, for comparison', () => void layPlan(plan))
})

const state = {
  leftSec: 45 * 60,
  transitionSec: 10,
  currentFirst: true,
  blocks: Array.from({ length: 40 }, (_, b) => ({
    id: `b${b}`,
    sec: 60 + ((b * 37) % 180),
    priority: (['must', 'should', 'could'] as const)[b % 5 === 0 ? 0 : 1 + (b % 2)]!,
  })),
}
describe('the re-plan, 40 blocks, 45 minutes left', () => {
  bench('refit', () => void refit(state))
})

const highs = await loadHighs()
const cover: CoverProblem = {
  exercises: items
    .slice(0, 40)
    .map(({ id, name, prepares }) => ({ item: id, name, rates: prepares }))
    .filter(({ rates }) => Object.keys(rates).length > 0),
  gaps: (['hips', 'knees', 'wrists', 'balance', 'trunk'] as const).map((region) => ({
    region,
    units: 2,
    factor: 1,
    of: 'x',
  })),
  transitionSec: 10,
  at: 0,
  plan,
  hopeless: [],
}
describe('the warm-up, five gaps', () => {
  const model = coverModel(cover)
  bench('HiGHS', () => void highs.solve(model))
})
