import { describe, expect, it } from 'vitest'
import { ageOn, readStudent, type Student } from '../../../core/people/student'
import { previewRosterCsv, writeRosterCsv, type Rostered } from '../../../core/people/roster-csv'

const ground = {
  ladder: {
    ranks: [
      { id: 'chalk', name: 'Chalk', notches: 3 },
      { id: 'teal', name: 'Teal', notches: 0 },
    ].map((rank) => ({
      ...rank,
      colour: '#FFFFFF',
      ink: '#000000',
      minMonths: 0,
      minClasses: 0,
      variants: [],
    })),
  },
  groups: [
    { id: 'young', name: 'The young' },
    { id: 'others', name: 'Others' },
  ],
  today: '2026-03-01',
}
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
function student(more: object = {}): Student {
  const read = readStudent({ firstName: 'Ines', lastName: 'Pell', rank: 'chalk', ...more }, ground)
  if (!read.ok) throw new Error(JSON.stringify(read.faults))
  return read.student
}
function preview(text: string, roster: Rostered[] = [], seesHealth = true) {
  const read = previewRosterCsv(text, roster, ground, seesHealth)
  if (!read.ok) throw new Error(read.wrong)
  return read.preview
}
const whole = student({
  birthDate: '2011-04-05',
  notches: 2,
  rankSince: '2026-01-10',
  group: 'others',
  heightCm: 150,
  massKg: 41.5,
  floorNote: 'left wrist, "no falls"',
  healthNote: 'two\nlines',
  family: 'Pell',
  joined: '2024-09-01',
  contacts: [{ name: 'Ada | Pell', relation: 'mother', phone: '555 01' }, { name: 'Bo' }],
  consents: { photos: false, contact: true },
  tag: '=1+1',
})

describe('the roster as a file', () => {
  it('comes back as it went out, and then changes nothing', () => {
    const roster = [
      { id: id(1), student: whole },
      { id: id(2), student: student({ firstName: '🥋', lastName: '' }) },
    ]
    const text = writeRosterCsv(roster, ground)
    expect(text).toContain("'=1+1")
    expect(preview(text, roster).counts).toEqual({ added: 0, changed: 0, same: 2, refused: 0 })
    // Without the club's own ids all are new, and hold the same.
    const fresh = preview(text.replaceAll(/^0{8}-[^,]*/gm, ''))
    expect(fresh.write.map((one) => one.student)).toEqual(roster.map((one) => one.student))
  })

  it('knows a student by name and birth date, and of several of one name asks for the id', () => {
    const roster = [
      { id: id(1), student: student({ birthDate: '2001-01-01' }) },
      { id: id(2), student: student({ birthDate: '2002-02-02' }) },
    ]
    const two = preview('first name,last name,born,rank\nines,PELL,02.02.2002,Teal\n', roster)
    expect(two.write).toEqual([
      {
        row: 2,
        id: id(2),
        was: roster[1]?.student,
        student: student({ firstName: 'ines', lastName: 'PELL', birthDate: '2002-02-02', rank: 'teal' }),
      },
    ])
    const which = preview('first name,last name,rank\nInes,Pell,Teal\n', roster)
    expect(which.rows[0]?.faults[0]).toEqual({
      path: 'first name',
      message: '2 students are called this: give the id',
    })
    expect(preview('first name,last name,born,rank\nInes,Pell,2003-03-03,Teal\n', roster).counts.added).toBe(
      1,
    )
  })

  it('a column that is not there leaves what stood; an empty cell takes it out, and says so', () => {
    const roster = [{ id: id(1), student: whole }]
    const changed = preview(`id,family,photos\n${id(1)},,yes\n`, roster)
    expect(changed.rows[0]?.changes).toEqual(['family taken out', 'photos'])
    const { family: _family, ...rest } = whole
    expect(changed.write[0]?.student).toEqual({ ...rest, consents: { photos: true, contact: true } })
  })

  it('refuses bad rows by their column, and then writes none', () => {
    const { rows, write } = preview(
      [
        'first name,last name,born,rank,notches,photos',
        'Good,One,,Chalk,1,yes',
        'Bad,Day,2027-01-01,Chalk,,',
        'Bad,Rank,,Purple,,',
        'Bad,Notches,,Chalk,9,',
        'Bad,Consent,,Chalk,,perhaps',
        'Good,One,,Chalk,1,',
        ',,,Chalk,,',
        'Too,Many,,Chalk,,,surplus',
      ].join('\n'),
    )
    expect(rows.map(({ outcome }) => outcome)).toEqual(['added', ...Array<string>(7).fill('refused')])
    expect(rows.slice(1).map(({ faults }) => faults[0]?.path)).toEqual([
      'born',
      'rank',
      'notches',
      'photos',
      '$',
      'first name',
      '$',
    ])
    expect(write).toEqual([])
  })

  it('passes over columns that it does not have, and names them', () => {
    const read = preview('first name,shoe size,rank,quiver\nInes,39,Teal,2\n')
    expect(read.ignored).toEqual(['shoe size', 'quiver'])
    expect(read.write.map((one) => one.student.rank)).toEqual(['teal'])
    expect(preview('first name,rank\nInes,Teal\n').ignored).toEqual([])
  })

  it('takes a rank and a group by id or by name, however it is spaced and cased', () => {
    for (const rank of ['teal', 'Teal', ' TEAL ', 'TeAl'])
      expect(preview(`first name,rank\nInes,${rank}\n`).write[0]?.student.rank, rank).toBe('teal')
    // As it stands in the file, whatever its script.
    for (const rank of ['Purple', 'Зелёный'])
      expect(preview(`first name,rank\nInes,${rank}\n`).rows[0]?.faults[0]?.message).toBe(
        `There is no rank "${rank}"; yours are Chalk, Teal`,
      )
  })

  it('does not give a student without a birth date to the first of two rows that have one', () => {
    const undated = { id: id(1), student: student() }
    const rows = 'first name,last name,born,rank\nInes,Pell,2010-01-01,Chalk\nInes,Pell,2012-02-02,Chalk\n'
    const both = preview(rows, [undated])
    expect(both.rows.map(({ outcome }) => outcome)).toEqual(['refused', 'refused'])
    expect(both.rows.map(({ faults }) => faults[0]?.path)).toEqual(['born', 'born'])
    expect(both.rows[0]?.faults[0]?.message).toContain('or row 3')
    // One that is told apart by its id leaves the other to be somebody new or the one.
    const told = rows
      .replace('first name', 'id,first name')
      .replace('Ines,Pell,2010', `${id(1)},Ines,Pell,2010`)
    const apart = preview(told.replace('\nInes,Pell,2012', '\n,Ines,Pell,2012'), [undated])
    expect(apart.rows[0]).toMatchObject({ outcome: 'changed' })
    const alone = preview('first name,last name,born,rank\nInes,Pell,2010-01-01,Chalk\n', [undated])
    expect(alone.write).toMatchObject([{ id: id(1), student: { birthDate: '2010-01-01' } }])
  })

  it('has no health in the file of the desk, and takes none from it', () => {
    const roster = [{ id: id(1), student: whole }]
    expect(writeRosterCsv(roster, ground, false)).not.toMatch(/wrist|lines/)
    expect(
      previewRosterCsv('first name,last name,floor note\nInes,Pell,knee\n', roster, ground, false),
    ).toMatchObject({ ok: true, preview: { ignored: ['floor note'], counts: { same: 1 }, write: [] } })
  })

  it('is told what is wrong with the file as a whole', () => {
    const wrong = (text: string) => {
      const read = previewRosterCsv(text, [], ground)
      return read.ok ? '' : read.wrong
    }
    expect(wrong('')).toBe('The file is empty.')
    expect(wrong('rank\nChalk')).toContain('"first name" or "id" is needed')
  })
})

describe('how old somebody is', () => {
  it.each([
    [{ birthDate: '2008-03-01' }, 18],
    [{ birthDate: '2008-03-02' }, 17],
    [{ birthDate: '2008-02-29' }, 18],
    [{ ageBand: '16 to 17' }, 17],
    [{ ageBand: 'adult' }, 18],
    [{}, null],
  ])('%o', (who, age) => expect(ageOn(who, '2026-03-01')).toBe(age))
})
