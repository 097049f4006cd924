import { readStudent, type Student } from '~~/core/people/student'
import { dayOf } from '~/domain/wall-time'
import { withFields } from '~/domain/with-fields'
import { rosterPageSchema, savedVersionSchema, type RosterPage } from '~~/shared/answers'

/** A line that was added and not filled in yet is not sent, and no fault. */
const withoutEmptyContacts = (student: Student): Student => ({
  ...student,
  contacts: student.contacts.filter((contact) => Object.values(contact).some((value) => value?.trim())),
})

/** One student's document of the roster, edited in place; its page as the server gave it. */
export function useStudentDocument(page: RosterPage, told: (page: RosterPage) => void) {
  const library = useLibraryStore()
  const path = `/api/roster/${page.id}`
  const fresh = () => api(path, { answer: rosterPageSchema })
  const kept = useKeptDocument<Student>(
    { value: page.student, version: page.version },
    {
      path,
      field: 'student',
      read: (draft) => {
        const read = readStudent(JSON.parse(JSON.stringify(withoutEmptyContacts(draft))), {
          ladder: library.ladder,
          groups: library.groups,
          today: dayOf(Date.now(), library.club?.zone),
        })
        return read.ok ? { ok: true, value: read.student } : read
      },
      send: (student, base) =>
        api(path, { answer: savedVersionSchema, method: 'PUT', body: { base, student } }),
      async fresh() {
        const now = await fresh()
        told(now)
        return { value: now.student, version: now.version }
      },
      // Another rank is a line more in the history, which the server writes.
      kept: (student) => {
        if (
          student.rank !== page.student.rank ||
          student.notches !== page.student.notches ||
          student.rankSince !== page.student.rankSince
        )
          void fresh().then(told, () => undefined)
      },
    },
  )

  /** Fields set to `undefined` are left out of the document. */
  function change(values: { [K in keyof Student]?: Student[K] | undefined }, touch = '') {
    kept.change(withFields(kept.draft.value, values), touch)
  }
  return { kept, change }
}
