import type { Role } from '../shared/roles'

/**
 * Who may ask for what: the one table by which routes are opened to roles and rows cut down to fields. It is printed as
 * `docs/access.md` and walked by a test that asks every route in every role.
 */

const EVERYONE: readonly Role[] = ['head', 'instructor', 'assistant', 'desk']
const TEACHERS: readonly Role[] = ['head', 'instructor']
const ROSTER: readonly Role[] = ['head', 'instructor', 'desk']
const FLOOR: readonly Role[] = ['head', 'instructor', 'assistant']
const HEAD: readonly Role[] = ['head']

interface Access {
  roles: readonly Role[]
  /** The rows and fields it reaches, in words, where a role sees fewer than another. */
  reach: string
}

export const ACCESS = {
  'GET /api/today': {
    roles: EVERYONE,
    reach: 'the next and the last class; students by the fields of the role',
  },
  'GET /api/library': {
    roles: EVERYONE,
    reach: 'the club, ranks, groups, items, syllabus, shapes, settings',
  },
  'GET /api/changes': {
    roles: EVERYONE,
    reach: 'that something of the club was changed, never what it holds',
  },
  'POST /api/auth/sign-out': { roles: EVERYONE, reach: 'their own session' },
  'PUT /api/account/password': { roles: EVERYONE, reach: 'their own password, with the present one' },

  'GET /api/accounts': { roles: HEAD, reach: 'who signs in, with address and role' },
  'POST /api/accounts': { roles: HEAD, reach: 'a new account' },
  'PUT /api/accounts/:id': { roles: HEAD, reach: 'an account’s role; never the last head’s' },
  'DELETE /api/accounts/:id': {
    roles: HEAD,
    reach: 'an account and its sessions; what it did stays in the records',
  },

  'GET /api/classes': { roles: EVERYONE, reach: 'day, hour, title, teacher and state' },
  'GET /api/classes/:id': {
    roles: EVERYONE,
    reach:
      'plan, events, register; assistants and the desk from the day before to the day after; students by the fields of the role',
  },
  'GET /api/classes/:id/events': { roles: EVERYONE, reach: 'as the class' },
  'POST /api/classes/:id/events': {
    roles: EVERYONE,
    reach: 'assistants and the desk from the day before to the day after; the desk the register only',
  },
  'POST /api/classes/:id/guests': {
    roles: EVERYONE,
    reach: 'a visitor or trial student on the register of one class',
  },
  'GET /api/classes/:id/partners': {
    roles: EVERYONE,
    reach: 'who works with whom; what speaks for and against a pair for those who teach',
  },
  'PUT /api/classes/:id/partners/:board': { roles: FLOOR, reach: 'as they are read' },
  'GET /api/classes/:id/plan': { roles: TEACHERS, reach: 'the plan as a file' },
  'GET /api/classes/:id/amendments': {
    roles: TEACHERS,
    reach: 'what was corrected since it was finished, for whom, by whom and why',
  },
  'GET /api/classes/:id/register': { roles: TEACHERS, reach: 'the register as a file' },
  'POST /api/classes': { roles: TEACHERS, reach: 'a new class' },
  'PUT /api/classes/:id': { roles: TEACHERS, reach: 'the time of a class that has not begun' },
  'PUT /api/classes/:id/plan': { roles: TEACHERS, reach: 'the plan of a class that has not begun' },
  'POST /api/classes/:id/preview': {
    roles: TEACHERS,
    reach: 'what a correction would change, and for whom; nothing is kept',
  },
  'POST /api/classes/:id/settle': {
    roles: HEAD,
    reach: 'a class that was set aside because its record could not be worked out, tried again',
  },
  'PUT /api/classes/:id/put-away': { roles: TEACHERS, reach: 'put away out of the lists' },
  'DELETE /api/classes/:id': { roles: TEACHERS, reach: 'a class of which nothing was recorded' },

  'GET /api/plans': { roles: TEACHERS, reach: 'titles and figures' },
  'POST /api/plans': { roles: TEACHERS, reach: 'a new plan' },
  'GET /api/plans/:id': { roles: TEACHERS, reach: 'all of it' },
  'PUT /api/plans/:id': { roles: TEACHERS, reach: 'all of it' },
  'PUT /api/plans/:id/put-away': { roles: TEACHERS, reach: 'put away out of the list' },
  'DELETE /api/plans/:id': { roles: TEACHERS, reach: 'a plan that no class has or had' },
  'PUT /api/plans/:id/versions/:version': { roles: TEACHERS, reach: 'a version’s name' },
  'GET /api/plans/:id/versions': { roles: TEACHERS, reach: 'who saved what when' },
  'GET /api/plans/:id/versions/:version': { roles: TEACHERS, reach: 'all of it' },

  'GET /api/students': { roles: EVERYONE, reach: 'active students by the fields of the role' },
  'GET /api/walls': { roles: TEACHERS, reach: 'the links of walls, without their keys' },
  'POST /api/walls': { roles: TEACHERS, reach: 'a new link; its key is told once' },
  'DELETE /api/walls/:id': { roles: TEACHERS, reach: 'a wall’s link ends' },
  'GET /api/incidents': {
    roles: TEACHERS,
    reach: 'what happened to whom in class; written to the trail',
  },
  'GET /api/readers': { roles: HEAD, reach: 'the door readers, without their keys' },
  'POST /api/readers': { roles: HEAD, reach: 'a new reader; its key is told once' },
  'DELETE /api/readers/:id': { roles: HEAD, reach: 'a reader’s key ends' },
  'GET /api/classes/:id/door': {
    roles: EVERYONE,
    reach: 'what the door reader heard of a class, as the class',
  },
  'PUT /api/roster/:id/tag': { roles: ROSTER, reach: 'whose a tag is' },
  'GET /api/roster': {
    roles: ROSTER,
    reach: 'everybody, the archived too; health notes for those who teach; written to the trail',
  },
  'GET /api/roster/file': {
    roles: ROSTER,
    reach: 'the roster as CSV; notes for those who teach; written to the trail',
  },
  'POST /api/roster': { roles: ROSTER, reach: 'a new student; health notes by those who teach' },
  'POST /api/roster/imports/:id/rows': { roles: ROSTER, reach: 'their own import' },
  'POST /api/roster/imports/:id/take-over': { roles: ROSTER, reach: 'their own import, all or nothing' },
  'DELETE /api/roster/imports/:id': { roles: ROSTER, reach: 'their own import' },
  'GET /api/roster/:id': {
    roles: ROSTER,
    reach: 'all that the roster knows of one; health notes for those who teach; written to the trail',
  },
  'PUT /api/roster/:id': { roles: ROSTER, reach: 'as it is read' },
  'POST /api/roster/:id/merge': { roles: ROSTER, reach: 'another record becomes this student’s' },
  'PUT /api/merges/:id/undone': { roles: ROSTER, reach: 'the two records are two again' },
  'GET /api/roster/:id/file': {
    roles: HEAD,
    reach: 'everything about one person, as a file marked as such; written to the trail',
  },
  'POST /api/roster/:id/erase': { roles: HEAD, reach: 'one person, for good; what the class did stays' },
  'PUT /api/roster/:id/keep': { roles: ROSTER, reach: 'a guest becomes a member' },
  'PUT /api/roster/:id/archive': { roles: ROSTER, reach: 'archived, or brought back' },
  'GET /api/students/:id': { roles: TEACHERS, reach: 'all of it; of a minor written to the trail' },
  'PUT /api/students/:id/group': { roles: TEACHERS, reach: 'the group they train with' },
  'PUT /api/students/:id/layer': { roles: FLOOR, reach: 'the version of an item they work at' },
  'GET /api/series/:id': { roles: TEACHERS, reach: 'a series, what was held of it, and who was there' },
  'PUT /api/series/:id': { roles: TEACHERS, reach: 'all of it' },
  'DELETE /api/series/:id': { roles: TEACHERS, reach: 'all of it' },
  'GET /api/classes/:id/chapters': { roles: TEACHERS, reach: 'chapters for a recording of the class' },
  'POST /api/marks': { roles: TEACHERS, reach: 'a mark on a student’s item' },
  'POST /api/corrections': { roles: TEACHERS, reach: 'a fault that was seen, or seen right' },
  'GET /api/items/:id/corrections': { roles: TEACHERS, reach: 'what stays open of an item, by student' },
  'POST /api/notices': { roles: EVERYONE, reach: 'something to be read out' },
  'PUT /api/notices/:id': { roles: EVERYONE, reach: 'all of it' },
  'PUT /api/notices/:id/ended': { roles: EVERYONE, reach: 'taken off the list, or put back' },
  'GET /api/balance': {
    roles: TEACHERS,
    reach: 'what each group worked on, by week, and where its time went',
  },
  'GET /api/programmes': { roles: EVERYONE, reach: 'themes of weeks and programmes of months' },
  'PUT /api/programmes/:id': { roles: TEACHERS, reach: 'all of it' },
  'GET /api/term/places': { roles: TEACHERS, reach: 'what of the term was put on a class by hand' },
  'PUT /api/term/places': { roles: TEACHERS, reach: 'all of it' },
  'GET /api/attendance': { roles: TEACHERS, reach: 'how everybody came in the last twelve weeks' },
  'GET /api/practised': {
    roles: TEACHERS,
    reach: 'every student by every item, from the summaries; as a file written to the trail',
  },
  'GET /api/club/expected': { roles: TEACHERS, reach: 'students with what they practised' },
  'GET /api/club/file': {
    roles: TEACHERS,
    reach: 'the club as a file, personal data in it; written to the trail',
  },

  'GET /api/items/:id': { roles: FLOOR, reach: 'where it is used and when it was last worked' },
  'PUT /api/items/:id': { roles: TEACHERS, reach: 'all of it' },
  'DELETE /api/items/:id': { roles: TEACHERS, reach: 'put away, or deleted when nothing speaks of it' },
  'POST /api/items/:id/restore': { roles: TEACHERS, reach: 'brought back' },
  'PUT /api/syllabus': { roles: TEACHERS, reach: 'all of it' },
  'PUT /api/ladder': { roles: HEAD, reach: 'ranks and groups' },
  'PUT /api/settings': { roles: HEAD, reach: 'all of them' },
  'PUT /api/shapes/:id': { roles: TEACHERS, reach: 'all of it' },
  'DELETE /api/shapes/:id': { roles: TEACHERS, reach: 'all of it' },
  'POST /api/imports/:id/rows': { roles: TEACHERS, reach: 'their own import' },
  'POST /api/imports/:id/take-over': { roles: TEACHERS, reach: 'their own import' },
  'DELETE /api/imports/:id': { roles: TEACHERS, reach: 'their own import' },
} as const satisfies Record<string, Access>

export type Route = keyof typeof ACCESS

/** What answers a reader at the door by its own key, which opens nothing else. */
export const READER_ROUTES = ['POST /api/reader/taps'] as const

/** What answers a wall by the key in its link, which opens nothing else. */
export const WALL_ROUTES = ['GET /api/wall', 'GET /api/wall/changes'] as const

/** What answers anyone, signed in or not. */
export const OPEN_ROUTES = [
  'POST /api/auth/sign-in',
  'POST /api/auth/new-club',
  'GET /api/auth/starters',
  'GET /api/auth/demo',
  'GET /api/health',
  'GET /api/time',
] as const

export const mayAsk = (role: Role, route: Route): boolean =>
  (ACCESS[route].roles as readonly Role[]).includes(role)

/** What each role sees of a student on a roster. Health notes stay with those who stand on the floor. */
export const STUDENT_FIELDS = {
  head: ['name', 'rank', 'group', 'notches', 'age', 'floor note'],
  instructor: ['name', 'rank', 'group', 'notches', 'age', 'floor note'],
  assistant: ['first name', 'rank', 'group', 'notches', 'floor note'],
  desk: ['name', 'rank', 'group', 'notches', 'age'],
} as const satisfies Record<Role, readonly string[]>

export type StudentField = (typeof STUDENT_FIELDS)[Role][number]

export const seesOf = (role: Role, field: StudentField): boolean =>
  (STUDENT_FIELDS[role] as readonly StudentField[]).includes(field)

/** Health and what the floor must know is for those who teach; the desk's document of a student has no such fields. */
export const seesHealth = (role: Role): boolean => (TEACHERS as readonly Role[]).includes(role)

/** Who runs or keeps the register of any class; the others only from the day before to the day after. */
export const reachesEveryDay = (role: Role): boolean => (TEACHERS as readonly Role[]).includes(role)
/** Who may act on the floor; the desk keeps the register only. */
export const mayRun = (role: Role): boolean => (FLOOR as readonly Role[]).includes(role)
/** Who keeps what was seen of a student: faults, and what was right. */
export const mayCorrect = (role: Role): boolean => (TEACHERS as readonly Role[]).includes(role)
