import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amendmentsOf, changeSaid, type LedgerRevision } from '../../../core/people/amendments'
import { minutes } from '../../../core/kernel/time-text'

const row = (revision: number, more: Partial<LedgerRevision> = {}): LedgerRevision => ({
  revision,
  student: 'ada',
  item: 'kick',
  layer: 1,
  by: 'marit',
  why: revision === 1 ? 'finish' : 'correction',
  reason: null,
  at: revision * 1000,
  workMs: 60_000,
  holdingMs: 0,
  repsL: 10,
  repsR: 10,
  repsN: 0,
  received: 0,
  ...more,
})
const none = { workMs: 0, repsL: 0, repsR: 0 }

describe('amendments', () => {
  it('say by how much each correction changed whose figures, with who and why', () => {
    const all = [
      row(3, { ...none, reason: 'left at half past' }),
      row(1),
      row(2, { repsL: 12 }),
      row(2, { student: 'ben', repsL: 4, repsR: 0, workMs: 20_000 }),
    ]
    const [last, first] = amendmentsOf(all)
    expect(last).toMatchObject({ revision: 3, reason: 'left at half past', by: 'marit' })
    expect(last?.students[0]?.changes[0]).toMatchObject({ repsL: -12, repsR: -10, workMs: -60_000 })
    expect(first?.students.map(({ student, changes }) => [student, changes[0]?.repsL])).toEqual([
      ['ada', 2],
      ['ben', 4],
    ])
  })

  it('are none for a class that was only finished, nor for a finish that was taken back', () => {
    expect(amendmentsOf([row(1)])).toEqual([])
    const again = [row(1), row(2, { ...none, why: 'undo' }), row(3, { why: 'finish' })]
    expect(amendmentsOf(again)).toEqual([])
  })

  it('add up to what stands, whatever order the rows come in', () => {
    const all = [row(1), row(2, { repsL: 3 }), row(3, { repsL: 30 }), row(4, { repsL: 7 })]
    const sum = amendmentsOf([...all].reverse()).reduce(
      (total, { students }) => total + students[0]!.changes[0]!.repsL,
      10,
    )
    expect(sum).toBe(7)
  })

  it('are said in words', () => {
    const change = { workMs: -90_000, holdingMs: 30_000, repsL: 10, repsR: -2, repsN: 0, received: 4 }
    expect(changeSaid(change, minutes)).toBe('+10 left, −2 right, +4 received, −1:30 of work, +0:30 holding')
    expect(changeSaid({ ...change, workMs: 0, holdingMs: 0, repsL: 0, repsR: 0, received: 0 }, minutes)).toBe(
      'the same figures',
    )
  })
})

describe('amendments, whatever is corrected', () => {
  it('add up to the difference between what was finished and what stands, for each row', () => {
    const keys = ['ada kick', 'ada throw', 'ben kick']
    const revisions = fc.array(fc.record({ key: fc.constantFrom(...keys), reps: fc.nat(40) }), {
      maxLength: 15,
    })
    fc.assert(
      fc.property(revisions, (made) => {
        const at = (key: string) => {
          const [student = '', item = ''] = key.split(' ')
          return { student, item }
        }
        const first = keys.map((key) => row(1, { ...at(key), repsL: 10 }))
        const later = made.map(({ key, reps }, n) => row(n + 2, { ...at(key), repsL: reps }))
        const told = amendmentsOf([...later, ...first])
        for (const key of keys) {
          const { student, item } = at(key)
          const changes = told.flatMap(({ students }) =>
            students.filter((one) => one.student === student).flatMap((one) => one.changes),
          )
          const sum = changes
            .filter((one) => one.item === item)
            .reduce((total, { repsL }) => total + repsL, 0)
          expect(sum).toBe((made.findLast((one) => one.key === key)?.reps ?? 10) - 10)
        }
      }),
    )
  })
})
