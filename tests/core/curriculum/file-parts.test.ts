import { describe, expect, it } from 'vitest'
import { partsOfFile, type ClubParts } from '../../../core/curriculum/file-parts'
import { ladder as made } from './make'

const ladder = made('chalk', 'amber')

const entry = (rank: string, item: string, layer = 1) => ({ rank, item, layer })
const club: ClubParts = {
  ladder,
  syllabus: [entry('chalk', 'kick'), entry('amber', 'kick', 2), entry('amber', 'throw')],
  shapes: [],
  series: [],
}

describe('what a file holds beside its items', () => {
  it('read in again says that ladder and syllabus are the same too', () => {
    const again = JSON.parse(JSON.stringify({ ladder, syllabus: club.syllabus })) as typeof club
    expect(partsOfFile({ ladder: again.ladder, syllabus: again.syllabus }, club)).toEqual([
      { says: `${ladder.ranks.length} ranks, the same`, isSame: true },
      { says: '3 syllabus entries, the same', isSame: true },
    ])
  })

  it('tells what is new or changed, and of a part of the syllabus only that part', () => {
    const [first] = ladder.ranks
    const other = {
      ...ladder,
      ranks: ladder.ranks.map((one) => (one === first ? { ...one, name: 'New' } : one)),
    }
    expect(
      partsOfFile({ ladder: other, syllabus: [entry('amber', 'throw', 2), entry('chalk', 'kick')] }, club),
    ).toEqual([
      { says: `a ladder of ${ladder.ranks.length} ranks in the place of this one`, isSame: false },
      { says: '2 syllabus entries, 1 of them new or changed', isSame: false },
    ])
    expect(partsOfFile({ syllabus: [entry('chalk', 'kick')] }, club)).toEqual([
      { says: '1 syllabus entry, the same', isSame: true },
    ])
    expect(partsOfFile({}, club)).toEqual([])
  })
})
