import { describe, expect, it } from 'vitest'
import { doubtsOf, mergedStudent } from '../../../core/people/one-person'
import { studentSchema, type Student } from '../../../core/people/student'

const ids = { kept: '00000000-0000-4000-8000-00000000000a', gone: '00000000-0000-4000-8000-00000000000b' }
const [C, D] = ['00000000-0000-4000-8000-00000000000c', '00000000-0000-4000-8000-00000000000d']
const student = (more: Partial<Student> = {}): Student =>
  studentSchema.parse({ firstName: 'Robin', lastName: 'Pell', rank: 'white', ...more })

describe('two records as one', () => {
  it('let what the kept one says stand, and fill what it leaves open', () => {
    const merged = mergedStudent(
      student({ massKg: 60, floorNote: 'knee', joined: '2024-05-01' }),
      student({ firstName: 'Robyn', massKg: 70, heightCm: 170, joined: '2023-01-01', family: 'Pell' }),
      ids,
    )
    expect(merged).toMatchObject({
      firstName: 'Robin',
      massKg: 60,
      heightCm: 170,
      floorNote: 'knee',
      family: 'Pell',
      joined: '2023-01-01',
    })
  })

  it('keep apart whom either keeps apart, list nobody twice and neither of the two', () => {
    const merged = mergedStudent(
      student({ apart: [C!], together: [ids.gone] }),
      student({ apart: [ids.kept], together: [C!, D!, D!] }),
      ids,
    )
    expect([merged.apart, merged.together]).toEqual([[C], [D]])
  })

  it('take no rank’s day with another rank, no age band beside a birth date, no tag and no group by hand', () => {
    const merged = mergedStudent(
      student({ birthDate: '2010-05-05' }),
      student({ rank: 'green', rankSince: '2025-01-01', ageBand: 'adult', tag: 'RW-1', group: 'green' }),
      ids,
    )
    for (const field of ['rankSince', 'ageBand', 'tag', 'group']) expect(merged).not.toHaveProperty(field)
  })

  it('are what the schema takes', () => {
    const merged = mergedStudent(
      student(),
      student({ contacts: [{ name: 'Mira' }], consents: { photos: true } }),
      ids,
    )
    expect(studentSchema.parse(merged)).toEqual(merged)
    expect([merged.contacts.length, merged.consents.photos]).toEqual([1, true])
  })

  it('are doubted where birth dates, ages or ranks differ', () => {
    const today = '2026-11-26'
    expect(doubtsOf(student(), student(), today)).toEqual([])
    expect(
      doubtsOf(student({ birthDate: '2010-05-05' }), student({ birthDate: '2010-05-06' }), today),
    ).toEqual(['their birth dates differ'])
    expect(
      doubtsOf(student({ birthDate: '2012-05-05' }), student({ ageBand: 'adult', rank: 'green' }), today),
    ).toEqual(['their ages differ', 'their ranks differ'])
  })
})
