import type { Expected } from '../checks/club-facts'
import type { Ground, GroupFacts } from '../checks/ground'
import type { Syllabus } from '../curriculum/syllabus'
import { counted } from '../kernel/time-text'
import { dueOf, groupDue } from './due'
import { daysBetween } from '../kernel/days'
import { groupHistory } from './group-history'

/** An item that is due for some students, with what settles its place among others that are as due. */
interface Listed extends GroupDue {
  /** The syllabus asks it of a rank among them. */
  asked: boolean
  /** The mean with nobody counted for less than they are: the cap makes many equal that are not. */
  whole: number
  /** Days to the grading that asks for it. */
  grading: number
}

/** What the syllabus asks of them first, then by how much is due, then by how much without the cap, then by the nearest grading. */
const inOrder = (a: Listed, b: Listed): number =>
  Number(b.asked) - Number(a.asked) ||
  b.due - a.due ||
  b.whole - a.whole ||
  (a.grading === b.grading ? 0 : a.grading - b.grading) ||
  (a.item < b.item ? -1 : 1)

/** An item that is due for a group, and why, in words. */
export interface GroupDue {
  item: string
  /** The mean over the students concerned: 1 is due today. */
  due: number
  /** "last drilled 19 days ago, 2 shaky, 3 never had it". */
  says: string
}

/** What is due for a group of a class: what its ranks are asked for first, then most due first. */
export const dueForGroup = (
  { club }: Ground,
  { students }: GroupFacts,
  today: string,
  nextGrading?: string,
): GroupDue[] => dueInWords(students, club, today, nextGrading)

type Learner = Pick<Expected, 'rank' | 'practised'>
interface Taught {
  items: ReadonlyMap<string, unknown>
  syllabus: Syllabus
}

/**
 * What is due for some students, what their ranks are asked for first, then most due first: the mean over those who practised an item or whose
 * rank requires it.
 *
 * @param nextGrading told where it comes within six weeks
 */
export const dueInWords = (
  students: readonly Learner[],
  club: Taught,
  today: string,
  nextGrading?: string,
): GroupDue[] =>
  listDue(students, club, { today, nextGrading }, groupDue, (item, who) => {
    const { poor } = groupHistory(item, who)
    return poor ? `${poor} shaky` : ''
  })

/** The same for one student: by how much is due exactly, with their own mark. */
export const dueForStudent = (
  student: Learner,
  club: Taught,
  today: string,
  nextGrading?: string,
): GroupDue[] =>
  listDue(
    [student],
    club,
    { today, nextGrading },
    ([due = 0]) => due,
    (item) => student.practised.get(item)?.mark ?? '',
  )

function listDue(
  students: readonly Learner[],
  club: Taught,
  { today, nextGrading }: { today: string; nextGrading: string | undefined },
  together: (dues: readonly number[]) => number,
  marked: (item: string, who: readonly Learner[]) => string,
): GroupDue[] {
  const required = new Map<string, Set<string>>()
  for (const { rank, item } of club.syllabus) required.set(rank, (required.get(rank) ?? new Set()).add(item))
  const concerned = new Map<string, Learner[]>()
  for (const student of students)
    for (const item of new Set([...student.practised.keys(), ...(required.get(student.rank) ?? [])]))
      concerned.set(item, [...(concerned.get(item) ?? []), student])
  const grading = nextGrading ? daysBetween(today, nextGrading) : -1
  return [...concerned]
    .filter(([item]) => club.items.has(item))
    .map(([item, who]): Listed => {
      const { had, last } = groupHistory(item, who)
      const never = who.length - had
      const ago = last === undefined ? -1 : daysBetween(last, today)
      const asked = who.some(({ rank }) => required.get(rank)?.has(item))
      const dues = who.map(({ practised }) => dueOf(practised.get(item), today))
      return {
        item,
        asked,
        due: together(dues),
        whole: dues.reduce((sum, due) => sum + due, 0) / dues.length,
        grading: asked && grading >= 0 ? grading : Infinity,
        says: [
          last === undefined
            ? 'never drilled yet'
            : `last drilled ${ago === 0 ? 'today' : `${counted(ago, 'day')} ago`}`,
          marked(item, who),
          never && last !== undefined ? `${never} never had it` : '',
          asked && grading >= 0 && grading <= 42 ? `grading in ${counted(grading, 'day')}` : '',
        ]
          .filter(Boolean)
          .join(', '),
      }
    })
    .sort(inOrder)
    .map(({ item, due, says }) => ({ item, due, says }))
}
