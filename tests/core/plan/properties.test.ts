import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { creditPlan } from '../../../core/people/credit'
import { expandPlan } from '../../../core/plan/expand'
import { layPlan } from '../../../core/plan/timeline'
import { parsePlan } from '../../../core/plan/parse'
import type { Plan } from '../../../core/plan/schema'
import { document } from '../make'

/** Any plan: what holds here holds for every mode, dose, pace and rounding. */

const seconds = (min: number, max: number) =>
  fc.integer({ min: min * 1000, max: max * 1000 }).map((ms) => ms / 1000)
const sides = fc.constantFrom(1, 2)
const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined })

/** Fields that stand only beside others are left out where those are not there. */
interface Ways {
  sides?: number
  roles?: number
  sidesBy?: 'set' | undefined
  exchange?: number | undefined
}
function holding<D extends Ways>({ sidesBy, exchange, ...dose }: D) {
  if (exchange !== undefined && dose.roles === 2) return { ...dose, exchange }
  return sidesBy && dose.sides === 2 ? { ...dose, sidesBy } : dose
}
const bySet = maybe(fc.constant('set' as const))
const marks = maybe(fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 3 }))

const countFields = {
  kind: fc.constant('count'),
  sets: fc.integer({ min: 1, max: 4 }),
  reps: fc.integer({ min: 1, max: 15 }),
  tempoSec: seconds(0.2, 4),
  restSec: seconds(0, 30),
  sides,
  roles: sides,
  switchSec: seconds(0, 9),
  swapSec: seconds(0, 9),
  setupSec: seconds(0, 60),
}
/** Turn by turn, as most counts are. */
const simpleCount = fc.record(countFields)
const countDose = fc
  .record({ ...countFields, sidesBy: bySet, exchange: maybe(fc.integer({ min: 1, max: 6 })) })
  .map(holding)
const alternateDose = fc.record({
  kind: fc.constant('count'),
  reps: fc.integer({ min: 1, max: 15 }),
  sets: fc.integer({ min: 1, max: 3 }),
  alternate: fc.constant(true),
})
const ownDose = fc
  .record({
    kind: fc.constant('own'),
    sets: fc.integer({ min: 1, max: 3 }),
    reps: fc.integer({ min: 1, max: 15 }),
    tempoSec: seconds(0.2, 4),
    restSec: seconds(0, 20),
    sides,
    capSec: maybe(seconds(1, 200)),
    setupSec: seconds(0, 30),
    sidesBy: bySet,
  })
  .map(holding)
const roundsDose = fc
  .record({
    kind: fc.constant('rounds'),
    rounds: fc.integer({ min: 1, max: 4 }),
    workSec: seconds(1, 90),
    restSec: seconds(0, 30),
    sides,
    roles: sides,
    tempoSec: maybe(seconds(0.5, 12)),
    sidesBy: bySet,
    marks,
    rising: fc.boolean(),
  })
  .map(({ rising, ...dose }) =>
    holding(rising ? { ...dose, roundLayers: Array.from({ length: dose.rounds }, (_, r) => r + 1) } : dose),
  )
const holdDose = fc
  .record({
    kind: fc.constant('hold'),
    sets: fc.integer({ min: 1, max: 3 }),
    holdSec: seconds(1, 60),
    sides,
    sidesBy: bySet,
    marks,
  })
  .map(holding)
const formDose = fc.array(seconds(1, 20), { minLength: 1, maxLength: 4 }).chain((lengths) =>
  fc.record({
    kind: fc.constant('form'),
    sections: fc.constant(lengths.map((sec, i) => ({ id: `s${i}`, sec }))),
    runs: fc.array(
      fc.record({
        to: fc.integer({ min: 1, max: lengths.length }),
        times: fc.integer({ min: 1, max: 3 }),
        tempo: fc.constantFrom(1, 1.5, 0.75, 1.3337),
      }),
      { minLength: 1, maxLength: 3 },
    ),
  }),
)
const fixedDose = fc.record({ kind: fc.constant('fixed'), sec: seconds(0, 200), active: maybe(fc.boolean()) })
const plainDose = fc.oneof(countDose, alternateDose, ownDose, roundsDose, holdDose, formDose, fixedDose)
const ladderDose = fc.record({
  kind: fc.constant('ladder'),
  bridgeSec: seconds(0, 20),
  stages: fc.array(
    fc.record({ title: fc.constant('stage'), layer: maybe(fc.integer({ min: 1, max: 5 })), dose: plainDose }),
    { minLength: 1, maxLength: 3 },
  ),
})
const dose = fc.oneof({ weight: 5, arbitrary: plainDose }, { weight: 1, arbitrary: ladderDose })

const GROUPS = ['white', 'green', 'blue']
const technique = fc.constantFrom('kick', 'throw', 'fall', 'form')
const layer = fc.integer({ min: 1, max: 3 })
const tracksOf = (withDose: fc.Arbitrary<unknown>, then: fc.Arbitrary<unknown> = fc.constant(undefined)) =>
  fc
    .subarray(GROUPS, { minLength: 1 })
    .chain((ids) =>
      fc.tuple(
        ...ids.map((id) => fc.record({ groups: fc.constant([id]), technique, layer, dose: withDose, then })),
      ),
    )
const none = fc.constant(undefined)
const links = fc.array(
  fc.record({
    say: fc.constantFrom('step', 'kick', 'back'),
    beats: fc.integer({ min: 1, max: 5 }),
    technique: maybe(technique),
    times: fc.integer({ min: 1, max: 3 }),
    side: fc.constantFrom('same', 'other', 'none'),
  }),
  { minLength: 1, maxLength: 5 },
)
const afterTurn = fc.oneof(countDose, ownDose, roundsDose, holdDose)
const phase = fc.constantFrom('warmup', 'technique', 'drill', 'partner', 'water', 'game', 'talk')

const blockBody = fc.oneof(
  fc.record({ mode: fc.constant('together'), dose, technique: maybe(technique), layer }),
  fc.record({ mode: fc.constant('together'), dose, technique, layer, links }),
  fc.record({ mode: fc.constant('oneCount'), dose, tracks: tracksOf(none) }),
  fc.record({ mode: fc.constant('layers'), dose, tracks: tracksOf(maybe(dose)) }),
  fc.record({
    mode: fc.constant('turns'),
    tracks: tracksOf(dose, maybe(afterTurn)),
    holding: maybe(fc.record({ title: fc.constant('steps'), technique: maybe(technique) })),
    afterTurn: fc.constantFrom('holding', 'taught'),
    handoverSec: seconds(0, 15),
  }),
  fc.record({
    mode: fc.constant('stations'),
    stations: fc.array(fc.record({ title: fc.constant('S'), technique: maybe(technique) }), {
      minLength: 2,
      maxLength: 4,
    }),
    teams: fc.constantFrom(1, 2),
    workSec: seconds(5, 90),
    laps: fc.integer({ min: 1, max: 2 }),
    setupSec: seconds(0, 30),
  }),
)

/** Undefined fields are left out, as they would be in a file. */
const clean = (value: unknown): unknown => JSON.parse(JSON.stringify(value))

const anyPlan: fc.Arbitrary<Plan> = fc
  .record({
    transitionSec: seconds(0, 20),
    firstSide: fc.constantFrom('R', 'L'),
    paces: fc.tuple(...GROUPS.map(() => fc.constantFrom(0.5, 0.85, 1, 1.1, 1.2, 2))),
    blocks: fc.array(fc.tuple(phase, blockBody), { minLength: 1, maxLength: 5 }),
  })
  .map(({ paces, blocks, ...rest }) => {
    const parsed = parsePlan(
      clean(
        document(
          blocks.map(([ph, body], i) => ({ id: `b${i}`, title: `b${i}`, phase: ph, ...body })),
          {
            ...rest,
            groups: GROUPS.map((id, g) => ({ id, name: id, ranks: [id], headcount: 4, pace: paces[g] })),
          },
        ),
      ),
    )
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
    return parsed.plan
  })

const ms = (sec: number) => Math.round(sec * 1000)
const everyone = (plan: Plan, more: object = {}) => ({
  present: plan.groups.map(({ id }) => ({ student: `s-${id}`, group: id, ...more })),
})

describe('for any plan', () => {
  it('the time classes of every group sum to the total', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const { totalSec, groups } = expandPlan(plan)
        for (const g of groups) {
          const parts = [g.workSec, g.restSec, g.talkSec, g.holdingSec, g.idleSec, g.transitionSec]
          expect(parts.reduce((sum, sec) => sum + ms(sec), 0)).toBe(ms(totalSec))
        }
      }),
    )
  })

  it('the links of a rep are called inside it, each once, the first with the rep itself', () => {
    fc.assert(
      fc.property(fc.tuple(countDose, links), ([made, called]) => {
        const parsed = parsePlan(
          clean(
            document([{ id: 'b', title: 'b', phase: 'drill', technique: 'kick', links: called, dose: made }]),
          ),
        )
        if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
        const { dose: of } = parsed.plan.blocks[0]!
        const tempo = of?.kind === 'count' ? ms(of.tempoSec) : 0
        let rep = 0
        let next = 0
        for (const cue of expandPlan(parsed.plan, { cues: true }).cues ?? []) {
          if (cue.kind === 'rep') {
            expect(cue.link).toBe(1)
            rep = ms(cue.at)
            next = 2
          } else if (cue.kind === 'link') {
            expect(cue.link).toBe(next++)
            expect(ms(cue.at)).toBeGreaterThanOrEqual(rep)
            expect(ms(cue.at)).toBeLessThan(rep + tempo)
          }
        }
        expect(next).toBe(called.length + 1)
      }),
    )
  })

  it('partners who trade do as many reps as one another, whoever begins', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 30 }),
        sides,
        (exchange, reps, both) => {
          const parsed = parsePlan(
            clean(
              document([
                {
                  id: 'b',
                  title: 'b',
                  phase: 'partner',
                  technique: 'kick',
                  dose: { kind: 'count', reps, roles: 2, sides: both, exchange },
                },
              ]),
            ),
          )
          if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
          const present = (['A', 'B'] as const).map((startsAs) => ({
            student: startsAs.toLowerCase(),
            group: 'white',
            startsAs,
          }))
          const [a, b] = creditPlan(parsed.plan, { present }).map(({ practice }) => practice)
          expect(a).toEqual(b)
          expect(a?.[0]).toMatchObject({ reps: reps * both, received: reps * both })
        },
      ),
    )
  })

  it('every lane is filled from the start of its block to the end, without a gap or an overlap', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        for (const { lanes, ms: length } of layPlan(plan).blocks)
          for (const lane of lanes) {
            let at = 0
            for (const stretch of lane)
              for (const span of stretch.spans) {
                if (span.ms === 0) continue
                expect(stretch.at + span.at).toBe(at)
                at += span.ms
              }
            expect(at).toBe(length)
          }
      }),
    )
  })

  it('credit of full presence equals practice', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const practice = new Map(expandPlan(plan).groups.map((g) => [`s-${g.id}`, g.practice]))
        for (const { student, practice: credited } of creditPlan(plan, everyone(plan)))
          expect(credited).toEqual(practice.get(student))
      }),
    )
  })

  it('credit is additive over a split of presence at a block boundary', () => {
    fc.assert(
      fc.property(anyPlan, fc.nat(), (plan, pick) => {
        const { blocks } = expandPlan(plan)
        const cut = blocks[pick % blocks.length]!.startSec
        const before = creditPlan(plan, everyone(plan, { toSec: cut }))
        const after = creditPlan(plan, everyone(plan, { fromSec: cut }))
        const whole = creditPlan(plan, everyone(plan))
        whole.forEach(({ practice }, i) => {
          const parts = [...before[i]!.practice, ...after[i]!.practice]
          for (const row of practice) {
            const same = parts.filter((p) => p.technique === row.technique && p.layer === row.layer)
            for (const figure of ['workSec', 'holdingSec', 'repsL', 'repsR', 'repsN', 'received'] as const)
              expect(same.reduce((sum, p) => sum + ms(p[figure]), 0)).toBe(ms(row[figure]))
          }
        })
      }),
    )
  })

  it('nobody is credited with more for having been there less', () => {
    fc.assert(
      fc.property(anyPlan, fc.double({ min: 0, max: 1, noNaN: true }), (plan, part) => {
        const toSec = Math.floor(expandPlan(plan).totalSec * part)
        const whole = creditPlan(plan, everyone(plan))
        creditPlan(plan, everyone(plan, { toSec })).forEach(({ practice }, i) => {
          for (const row of practice) {
            const full = whole[i]!.practice.find(
              (p) => p.technique === row.technique && p.layer === row.layer,
            )
            expect(ms(row.workSec)).toBeLessThanOrEqual(ms(full?.workSec ?? -1))
            expect(row.reps).toBeLessThanOrEqual(full?.reps ?? -1)
          }
        })
      }),
    )
  })

  it('cues are sorted, inside the plan, and begin and end it', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const { cues = [], totalSec, blocks } = expandPlan(plan, { cues: true })
        expect(cues.every((cue, i) => i === 0 || cues[i - 1]!.at <= cue.at)).toBe(true)
        expect(cues.every(({ at }) => at >= 0 && at <= totalSec)).toBe(true)
        expect(cues.at(-1)).toMatchObject({ kind: 'end', at: totalSec })
        expect(cues.filter(({ kind }) => kind === 'block').map(({ block }) => block)).toEqual(
          blocks.map(({ id }) => id),
        )
      }),
    )
  })
})

describe('for any counted dose', () => {
  const drillOf = (made: object) => {
    const parsed = parsePlan(
      document([{ id: 'b', title: 'b', phase: 'drill', technique: 'kick', dose: made }]),
    )
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
    return parsed.plan
  }
  const totals = (made: object) => expandPlan(drillOf(made)).groups[0]!.practice[0]!

  it('two sides double the reps of one, half each', () => {
    fc.assert(
      fc.property(simpleCount, (made) => {
        const both = totals({ ...made, sides: 2 })
        const one = totals({ ...made, sides: 1 })
        expect(both.reps).toBe(2 * one.reps)
        expect(both.repsL).toBe(one.reps)
        expect(both.repsR).toBe(one.reps)
      }),
    )
  })

  it('a second role gives as many received as performed, and twice the work', () => {
    fc.assert(
      fc.property(simpleCount, (made) => {
        const both = totals({ ...made, roles: 2 })
        const alone = totals({ ...made, roles: 1 })
        expect(both.reps).toBe(alone.reps)
        expect(both.received).toBe(alone.reps)
        expect(ms(both.workSec)).toBe(2 * ms(alone.workSec))
      }),
    )
  })

  it('adding a rep never shortens the plan', () => {
    fc.assert(
      fc.property(fc.oneof(countDose, alternateDose, ownDose), (made) => {
        const more = { ...made, reps: (made.reps as number) + 1 }
        const strip = (value: object) => clean(value) as object
        expect(expandPlan(drillOf(strip(more))).totalSec).toBeGreaterThanOrEqual(
          expandPlan(drillOf(strip(made))).totalSec,
        )
      }),
    )
  })

  it('calls every rep once: as many rep cues as performed in both roles', () => {
    fc.assert(
      fc.property(simpleCount, (made) => {
        const cues = expandPlan(drillOf(made), { cues: true }).cues ?? []
        const { reps, received } = totals(made)
        expect(cues.filter(({ kind }) => kind === 'rep')).toHaveLength(reps + received)
      }),
    )
  })
})
