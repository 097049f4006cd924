import { describe, expect, it } from 'vitest'
import type { Expected } from '../../../core/checks/club-facts'
import type { Item } from '../../../core/curriculum/item'
import { partnerLadder } from '../../../core/curriculum/partner-ladder'
import { bodySec, doseOf, shapeOf, WORK_LENGTHS } from '../../../core/draft/beats'
import { progressOf } from '../../../core/draft/progress'
import { expandPlan } from '../../../core/plan/expand'
import type { Dose } from '../../../core/plan/doses'
import type { Mark } from '../../../core/people/marks'
import { layPlan } from '../../../core/plan/timeline'
import { demoItems } from '../../../demo/curriculum'
import { block, plan } from '../make'

const student = (item: string, days: number, mark?: Mark): Expected => ({
  name: 'Somebody',
  group: 'white',
  rank: 'white',
  age: 30,
  note: null,
  practised: new Map(days ? [[item, { layer: 1, days, last: '2026-11-20', ...(mark ? { mark } : {}) }]] : []),
})

const form = (...secs: number[]): Item => {
  const [any] = demoItems
  if (!any) throw new Error('no items')
  return {
    ...any,
    id: 'a-form',
    category: 'forms',
    partner: 'solo',
    sides: 1,
    jumps: 0,
    repSec: undefined,
    sections: secs.map((sec, n) => ({ name: `Part ${n + 1}`, sec })),
  }
}

const boardOf = (item: Item, dose: Dose) => plan([block('b', { technique: item.id, phase: 'partner', dose })])

/** When each bout of work begins and ends, in seconds. */
const beatsOf = (item: Item, dose: Dose) => {
  const lane = layPlan(boardOf(item, dose)).blocks[0]?.lanes[0] ?? []
  return lane
    .flatMap(({ spans }) => spans)
    .filter(({ kind }) => kind === 'reps' || kind === 'round' || kind === 'run')
    .map(({ at, ms }) => [at, at + ms])
}

const climbers = demoItems.flatMap((item) =>
  WORK_LENGTHS.flatMap((workSec) => {
    const students = [student(item.id, 3, 'sound'), student(item.id, 5, 'sharp'), student(item.id, 3)]
    const progress = progressOf({ item, workSec, setupSec: 15, students })
    return progress ? [{ item, workSec, progress }] : []
  }),
)

describe('work that builds up over a board', () => {
  it('lies on the beats of every other dose, and is just as much work', () => {
    expect(climbers.length).toBeGreaterThan(10)
    for (const { item, workSec, progress } of climbers) {
      const { totalSec, groups } = expandPlan(boardOf(item, progress.dose))
      expect([item.id, totalSec, groups[0]?.workSec]).toEqual([item.id, bodySec(workSec) + 15, workSec])
      expect(beatsOf(item, progress.dose)).toEqual(beatsOf(item, doseOf(shapeOf(item, workSec), workSec, 15)))
    }
  })

  it('gives both sides and both roles the same', () => {
    for (const { item, progress } of climbers) {
      const [row] = expandPlan(boardOf(item, progress.dose)).groups[0]?.practice ?? []
      expect(row?.repsL).toBe(row?.repsR)
      if (progress.dose.kind === 'ladder') expect(row?.received).toBe(row?.reps)
    }
  })
})

describe('a partner ladder in a draft', () => {
  const item = demoItems.find((one) => one.partner === 'partner' && one.sides === 1 && one.repSec)
  if (!item) throw new Error('no partner work on one side')
  const rungs = (workSec: number, students: Expected[]) => {
    const dose = progressOf({ item, workSec, setupSec: 15, students })?.dose
    return dose?.kind === 'ladder' ? dose.stages.map(({ title }) => title) : []
  }
  const titles = partnerLadder([item]).map(({ title }) => title)

  it('begins on the first rung and leaves none out', () => {
    expect(rungs(240, [student(item.id, 1, 'sound')])).toEqual(titles.slice(0, 2))
    expect(rungs(360, [student(item.id, 9, 'sharp')])).toEqual(titles.slice(0, 3))
  })

  it('is climbed no higher than most of a group have had days of it', () => {
    expect(rungs(360, [student(item.id, 1, 'sound'), student(item.id, 1), student(item.id, 9)])).toEqual(
      titles.slice(0, 2),
    )
    expect(rungs(360, [student(item.id, 0), student(item.id, 0), student(item.id, 9, 'sharp')])).toEqual([])
  })

  it.each<[string, (Mark | undefined)[]]>([
    ['nobody was marked', [undefined, undefined]],
    ['most marks are shaky', ['shaky', 'not yet', 'sound']],
  ])('stays at the usual sets where %s', (_, marks) => {
    expect(
      rungs(
        360,
        marks.map((mark) => student(item.id, 4, mark)),
      ),
    ).toEqual([])
  })

  it('gives what is left over of the sets to its highest rung', () => {
    const dose = progressOf({
      item,
      workSec: 360,
      setupSec: 15,
      students: [student(item.id, 9, 'sharp')],
    })?.dose
    const sets = dose?.kind === 'ladder' ? dose.stages.map(({ dose: own }) => 'sets' in own && own.sets) : []
    expect(sets).toEqual([1, 1, 2])
  })
})

describe('a form in a draft', () => {
  const runs = (item: Item, workSec: number) => {
    const dose = progressOf({ item, workSec, setupSec: 15, students: [] })?.dose
    return dose?.kind === 'form'
      ? dose.runs.map(({ from, to, times, tempo }) => [from, to, times, tempo])
      : undefined
  }

  it('is run whole where a bout holds it, never faster than it goes', () => {
    expect(runs(form(10, 15, 20), 240)).toEqual([[1, 3, 4, 1.333333]])
  })

  it('is run in lots of sections where it is longer than a bout, the last lot as long as a bout holds', () => {
    expect(runs(form(20, 20, 20, 20, 20), 180)).toEqual([
      [1, 2, 2, 1.125],
      [3, 4, 1, 1.125],
      [4, 5, 1, 1.125],
    ])
  })

  it.each<[string, Item]>([
    ['a section is longer than a bout', form(70, 10)],
    ['it is so short that it would have to crawl', form(5, 5)],
    ['there are more lots than bouts', form(...Array.from({ length: 12 }, () => 40))],
    ['nobody wrote its sections down', form()],
  ])('is timed where %s', (_, item) => {
    expect(runs(item, 240)).toBeUndefined()
  })

  it('ends every run on the millisecond, whatever its sections', () => {
    for (let n = 0; n < 200; n++) {
      const item = form(...Array.from({ length: 1 + (n % 7) }, (_, s) => 3 + ((n * 37 + s * 11) % 190) / 10))
      for (const workSec of WORK_LENGTHS) {
        const dose = progressOf({ item, workSec, setupSec: 15, students: [] })?.dose
        if (!dose) continue
        const { totalSec, groups } = expandPlan(boardOf(item, dose))
        expect([totalSec, groups[0]?.workSec]).toEqual([bodySec(workSec) + 15, workSec])
      }
    }
  })
})
