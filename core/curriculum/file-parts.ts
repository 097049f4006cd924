import { counted } from '../kernel/time-text'
import { equalDocuments } from '../kernel/merge-documents'
import type { Curriculum } from './curriculum-file'
import type { Series } from './series'
import type { Shape } from './shapes'
import type { Ladder } from './ladder'
import type { Syllabus, SyllabusEntry } from './syllabus'

/** What a club has of the parts that a curriculum file may hold beside its items. */
export interface ClubParts {
  ladder: Ladder
  syllabus: Syllabus
  shapes: readonly Shape[]
  series: readonly Series[]
}
/** One part of a file in words, and whether the club has it just so. */
export interface FilePart {
  says: string
  isSame: boolean
}

/** An item is asked of a rank once. */
const keyOf = ({ rank, item }: SyllabusEntry) => `${rank} ${item}`

function listed<T extends { id: string }>(
  incoming: readonly T[],
  standing: readonly T[],
  name: (n: number) => string,
): FilePart {
  const known = new Map(standing.map((one) => [one.id, one]))
  const other = incoming.filter((one) => !equalDocuments(one, known.get(one.id)))
  const isSame = other.length === 0
  return {
    isSame,
    says: `${name(incoming.length)}, ${isSame ? 'the same' : `${other.length} of them new or changed`}`,
  }
}

/**
 * What a curriculum file would do to a club beside its items: its ladder in the place of the club's, its syllabus laid over the club's, its
 * shapes and series by id. A part that the file does not have is not spoken of.
 */
export function partsOfFile(file: Omit<Curriculum, 'items'>, club: ClubParts): FilePart[] {
  const { ladder, syllabus, shapes, series } = file
  const parts: FilePart[] = []
  if (ladder) {
    const isSame = equalDocuments(ladder, club.ladder)
    const says = counted(ladder.ranks.length, 'rank')
    parts.push({
      isSame,
      says: isSame ? `${says}, the same` : `a ladder of ${says} in the place of this one`,
    })
  }
  if (syllabus) {
    const keyed = syllabus.map((entry) => ({ ...entry, id: keyOf(entry) }))
    const standing = club.syllabus.map((entry) => ({ ...entry, id: keyOf(entry) }))
    parts.push(listed(keyed, standing, (n) => counted(n, 'syllabus entry', 'syllabus entries')))
  }
  if (shapes) parts.push(listed(shapes, club.shapes, (n) => counted(n, 'shape')))
  if (series) parts.push(listed(series, club.series, (n) => counted(n, 'series', 'series')))
  return parts
}
