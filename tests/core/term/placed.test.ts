import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lessonPlaces } from '../../../core/term/lesson-places'
import type { ComingClass, HeldClass } from '../../../core/term/days'
import { mainMinutes } from '../../../core/term/days'
import { planPortions } from '../../../core/term/portions'
import { comersOf, reachOf } from '../../../core/term/reach'
import { planTerm, type TermFile } from '../../../core/term/term'
import type { Attended } from '../../../core/people/attendance-figures'

const DAYS = ['2026-11-30', '2026-12-02', '2026-12-05', '2026-12-07']
const term = (items: { item: string; needMin: number; mostMin?: number }[], minutes = 12): TermFile => ({
  today: '2026-11-27',
  grading: '2026-12-20',
  classes: DAYS.map((date) => ({ date, minutes })),
  groups: [{ id: 'teal', items: items.map((one) => ({ mostMin: 8, ...one })) }],
})
const at = (rows: { date: string; item: string; minutes: number }[], item: string) =>
  Object.fromEntries(rows.filter((row) => row.item === item).map(({ date, minutes }) => [date, minutes]))

describe('a share that is put on a class', () => {
  it('comes then and just so much of it, and not where it was taken from', () => {
    const { plan, groups } = planTerm(term([{ item: 'throw', needMin: 12 }]), [
      { group: 'teal', item: 'throw', day: DAYS[0]!, minutes: 0 },
      { group: 'teal', item: 'throw', day: DAYS[1]!, minutes: 6 },
    ])
    expect(at(plan, 'throw')).toEqual({ [DAYS[1]!]: 6, [DAYS[2]!]: 3, [DAYS[3]!]: 3 })
    expect(groups[0]?.shortMin).toBe(0)
  })

  it('takes the room of the others, who are then short', () => {
    const asked = term(
      [
        { item: 'throw', needMin: 8 },
        { item: 'kick', needMin: 40 },
      ],
      12,
    )
    const free = planTerm(asked).groups[0]!.shortMin
    expect(free).toBe(8)
    const put = planTerm(asked, [{ group: 'teal', item: 'throw', day: DAYS[0]!, minutes: 12 }])
    expect(at(put.plan, 'throw')).toEqual({ [DAYS[0]!]: 12 })
    // The first class is full of it: the kick has three classes of at most eight left.
    expect(put.groups[0]!.items.map(({ shortMin }) => shortMin)).toEqual([0, 16])
  })

  it('of another group or on no class of the term changes nothing', () => {
    const asked = term([{ item: 'throw', needMin: 12 }])
    expect(
      planTerm(asked, [
        { group: 'plum', item: 'throw', day: DAYS[0]!, minutes: 0 },
        { group: 'teal', item: 'throw', day: '2027-01-04', minutes: 6 },
        { group: 'teal', item: 'roll', day: DAYS[0]!, minutes: 6 },
      ]),
    ).toEqual(planTerm(asked))
  })

  it('in portions is whole portions', () => {
    const { plan } = planPortions(term([{ item: 'throw', needMin: 12 }]), [
      { group: 'teal', item: 'throw', day: DAYS[3]!, minutes: 6 },
    ])
    expect(at(plan, 'throw')[DAYS[3]!]).toBe(6)
    expect(plan.reduce((sum, { minutes }) => sum + minutes, 0)).toBe(12)
  })

  it('for any shares: they stand, nothing else goes beyond a class or an item, and nothing is more short than it must be', () => {
    const share = fc.record({ i: fc.nat(1), d: fc.nat(3), minutes: fc.nat(9) })
    fc.assert(
      fc.property(
        fc.array(fc.record({ needMin: fc.nat(20), mostMin: fc.integer({ min: 1, max: 8 }) }), {
          minLength: 2,
          maxLength: 2,
        }),
        fc.uniqueArray(share, { maxLength: 4, selector: ({ i, d }) => `${i} ${d}` }),
        (needs, shares) => {
          const asked = term(
            needs.map((need, i) => ({ item: `item-${i}`, ...need })),
            10,
          )
          const placed = shares.map(({ i, d, minutes }) => ({
            group: 'teal',
            item: `item-${i}`,
            day: DAYS[d]!,
            minutes,
          }))
          const { plan, groups } = planTerm(asked, placed)
          const minutes = (item: string, day: string) =>
            plan.find((row) => row.item === item && row.date === day)?.minutes ?? 0
          for (const one of placed) expect(minutes(one.item, one.day)).toBe(one.minutes)
          const isPut = (item: string, day: string) =>
            placed.some((one) => one.item === item && one.day === day)
          for (const day of DAYS) {
            const put = placed.filter((one) => one.day === day).reduce((sum, one) => sum + one.minutes, 0)
            const rest = plan.filter((row) => row.date === day && !isPut(row.item, day))
            expect(rest.reduce((sum, row) => sum + row.minutes, 0)).toBeLessThanOrEqual(Math.max(0, 10 - put))
            for (const row of rest)
              expect(row.minutes).toBeLessThanOrEqual(
                asked.groups[0]!.items.find(({ item }) => item === row.item)!.mostMin,
              )
          }
          // An item alone is no more short than its room allows, and together no minute of room is left that something short could have.
          for (const { item, shortMin } of groups[0]!.items) {
            if (shortMin === 0) continue
            const most = asked.groups[0]!.items.find((one) => one.item === item)!.mostMin
            for (const day of DAYS) {
              if (isPut(item, day) || minutes(item, day) >= most) continue
              const used = plan.filter((row) => row.date === day).reduce((sum, row) => sum + row.minutes, 0)
              expect(used).toBeGreaterThanOrEqual(10)
            }
          }
        },
      ),
    )
  })
})

describe('whom a term reaches', () => {
  const came = (days: string[], there: (day: string) => boolean): Attended[] =>
    days.map((day) => ({ day, stood: there(day) ? 'there' : 'away' }))
  // Four weeks of Mondays, Wednesdays and Saturdays.
  const HELD = ['2026-11-02', '2026-11-04', '2026-11-07', '2026-11-09', '2026-11-11', '2026-11-14'].sort()
  const monday = (day: string) => ['2026-11-02', '2026-11-09'].includes(day)
  const saturday = (day: string) => ['2026-11-07', '2026-11-14'].includes(day)
  const students = [
    { id: 'ada', groupId: 'teal', classes: came(HELD, () => true) },
    { id: 'ben', groupId: 'teal', classes: came(HELD, (day) => !saturday(day)) },
    { id: 'cleo', groupId: 'teal', classes: came(HELD, monday) },
    { id: 'new', groupId: 'teal', classes: [] },
  ]

  it('knows how often somebody comes, and on which days', () => {
    const comers = comersOf(students)
    expect(comers.map(({ id, aWeek }) => [id, aWeek])).toEqual([
      ['ada', 3],
      ['ben', 2],
      ['cleo', 1],
    ])
    expect(comers[1]?.on.get('saturday')).toBe(0)
    expect(comers[2]?.on.get('monday')).toBe(1)
  })

  it('tells what those who come less often can expect, what reaches too few, and the day that would reach most', () => {
    const plan = [
      { date: '2026-12-05', group: 'teal', item: 'throw', minutes: 6 },
      { date: '2026-11-30', group: 'teal', item: 'kick', minutes: 6 },
    ]
    const [teal] = reachOf({ plan }, comersOf(students), ['teal'], DAYS)
    expect(teal?.byTimes).toEqual([
      { times: 1, heads: 1, share: 0.5 },
      { times: 2, heads: 1, share: 0.5 },
      { times: 3, heads: 1, share: 1 },
    ])
    // On a Saturday only Ada is there; on a Monday all are.
    expect(teal?.missed).toEqual([
      {
        item: 'throw',
        reached: 1,
        of: 3,
        better: { from: '2026-12-05', to: '2026-11-30', minutes: 6, reached: 3 },
      },
    ])
  })

  it('on a weekday that had no class yet everybody comes as they do on the whole', () => {
    const plan = [{ date: '2026-12-04', group: 'teal', item: 'throw', minutes: 6 }]
    const [teal] = reachOf({ plan }, comersOf(students), ['teal'], DAYS)
    expect(teal?.byTimes.map(({ share }) => Math.round(share * 100))).toEqual([33, 67, 100])
  })
})

describe('lessons of a series', () => {
  const held = (day: string): HeldClass => ({
    id: day,
    planId: day,
    day,
    startTime: '18:30',
    lengthMin: 60,
    state: 'planned',
  })
  const coming = (day: string, isPlanned = false): ComingClass => ({
    day,
    startTime: '18:30',
    lengthMin: 60,
    held: isPlanned ? held(day) : undefined,
  })
  const series = {
    lessons: Array.from({ length: 4 }, (_, n) => ({ title: `${n + 1}`, needs: [], leaves: [] })),
  }

  it('take the free classes of their days in order, from the next one on', () => {
    const classes = [
      ...DAYS.map((day) => coming(day, day === DAYS[1])),
      coming('2026-12-09'),
      coming('2026-12-16'),
    ]
    const places = lessonPlaces(series, 2, classes, new Set(['wednesday']))
    expect(places.map(({ lesson, class: { day } }) => [lesson, day])).toEqual([
      [2, '2026-12-09'],
      [3, '2026-12-16'],
    ])
    expect(lessonPlaces(series, 5, classes, new Set(['wednesday']))).toEqual([])
    expect(lessonPlaces(series, 1, classes, new Set())).toEqual([])
  })

  it('a lesson’s minutes are not there for what is still asked', () => {
    expect(mainMinutes(75)).toBe(25)
    expect(mainMinutes(75, 30)).toBe(15)
    expect(mainMinutes(20, 30)).toBe(0)
  })
})
