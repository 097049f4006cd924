import { bench, describe } from 'vitest'
import { pairStudents } from '../../core/partners/pairing'
import { readRoster, type RosterFile } from '../../core/partners/roster-file'
import { planRounds } from '../../core/partners/rounds'

/** A hall of so many, of all ages and sizes, by a fixed rule. */
function hall(count: number, contact: boolean): RosterFile {
  let state = 20260302
  const next = (below: number) => {
    state = (state * 1_103_515_245 + 12_345) & 0x7fffffff
    return Math.floor((state / 0x7fffffff) * below)
  }
  const read = readRoster({
    date: '2026-03-02',
    school: 'mentor',
    contact,
    students: Array.from({ length: count }, (_, n) => ({
      id: `s${n}`,
      rank: next(8),
      age: 9 + next(50),
      massKg: 30 + next(70),
      heightCm: 130 + next(65),
      mayPartnerAdults: next(3) === 0,
    })),
    recent: Array.from({ length: count * 2 }, () => {
      const a = next(count)
      return [`s${a}`, `s${(a + 1 + next(count - 1)) % count}`, 1 + next(3)]
    }),
  })
  if (!read.ok) throw new Error(JSON.stringify(read.faults))
  return read.roster
}

describe('partners (target: 200 ms for 60)', () => {
  for (const [count, contact] of [
    [46, false],
    [59, false],
    [59, true],
    [60, false],
    [60, true],
  ] as const) {
    const file = hall(count, contact)
    bench(`${count}${contact ? ', contact' : ''}`, () => void pairStudents(file))
  }
  const evening = hall(46, false)
  bench('46, four rounds', () => void planRounds(evening, 4))
})
