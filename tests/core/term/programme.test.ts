import { describe, expect, it } from 'vitest'
import {
  isEmpty,
  isMonth,
  isWeek,
  monthPeriod,
  readProgramme,
  weekPeriod,
} from '../../../core/term/programme'

const known = { items: new Set(['throw', 'kick']), ranks: new Set(['white']) }
const faults = (period: string, json: unknown) => {
  const read = readProgramme(period, json, known)
  return read.ok ? [] : read.faults.map(({ path }) => path)
}

describe('the programme of a period', () => {
  it('goes by the Monday of a week or by a month', () => {
    expect([weekPeriod('2026-11-29'), monthPeriod('2026-11-29')]).toEqual(['2026-11-23', '2026-11'])
    expect([isWeek('2026-11-23'), isWeek('2026-11-24'), isMonth('2026-11'), isMonth('2026-13')]).toEqual([
      true,
      false,
      true,
      false,
    ])
  })

  it('of a week has items and categories as its theme, of a month a list by rank', () => {
    const week = readProgramme('2026-11-23', { says: 'Throws', theme: ['throw', 'kicks'] }, known)
    expect(week).toEqual({ ok: true, programme: { says: 'Throws', theme: ['throw', 'kicks'], ranks: [] } })
    expect(faults('2026-11', { ranks: [{ rank: 'white', items: ['kick'] }] })).toEqual([])
  })

  it('names every field that is wrong', () => {
    expect(faults('2026-11-24', {})).toEqual(['period'])
    expect(
      faults('2026-11-23', { theme: ['throw', 'somersault'], ranks: [{ rank: 'white', items: ['kick'] }] }),
    ).toEqual(['ranks', 'theme[1]'])
    expect(
      faults('2026-11', {
        ranks: [
          { rank: 'pink', items: ['kick'] },
          { rank: 'white', items: ['flip'] },
          { rank: 'white', items: [] },
        ],
      }),
    ).toEqual(['ranks[2].items'])
    expect(
      faults('2026-11', {
        ranks: [
          { rank: 'pink', items: ['kick'] },
          { rank: 'white', items: ['flip'] },
          { rank: 'white', items: ['kick'] },
        ],
      }),
    ).toEqual(['ranks[0].rank', 'ranks[1].items[0]', 'ranks[2].rank'])
    expect(faults('2026-11', { colour: 'red' })).toEqual(['colour'])
  })

  it('is empty where it says nothing', () => {
    expect(isEmpty({ theme: [], ranks: [] })).toBe(true)
    expect(isEmpty({ theme: ['throw'], ranks: [] })).toBe(false)
  })
})
