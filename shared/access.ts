import type { Role } from './roles'

/**
 * Who may ask for what: the one table by which routes are opened to roles and rows cut down to fields, asked by the server's routes and
 * services and by the pages alike. It is printed as `docs/access.md` and walked by a test that asks every route in every role.
 */

const EVERYONE: readonly Role[] = ['head', 'instructor', 'assistant', 'desk']
const TEACHERS: readonly Role[] = ['head', 'instructor']
const ROSTER: readonly Role[] = ['head', 'instructor', 'desk']
const FLOOR: readonly Role[] = ['head', 'instructor', 'assistant']
const HEAD: readonly Role[] = ['head']

/** The routes and who may ask them; what each reaches is told in `server/access-page.ts`. */
export const ROUTES = {
  'GET /api/today': EVERYONE,
  'GET /api/library': EVERYONE,
  'GET /api/changes': EVERYONE,
  'POST /api/auth/sign-out': EVERYONE,
  'PUT /api/account/password': EVERYONE,
  'GET /api/accounts': HEAD,
  'POST /api/accounts': HEAD,
  'PUT /api/accounts/:id': HEAD,
  'DELETE /api/accounts/:id': HEAD,
  'GET /api/classes': EVERYONE,
  'GET /api/classes/:id': EVERYONE,
  'GET /api/classes/:id/events': EVERYONE,
  'POST /api/classes/:id/events': EVERYONE,
  'POST /api/classes/:id/guests': EVERYONE,
  'GET /api/classes/:id/partners': EVERYONE,
  'PUT /api/classes/:id/partners/:board': FLOOR,
  'GET /api/classes/:id/plan': TEACHERS,
  'GET /api/classes/:id/amendments': TEACHERS,
  'GET /api/classes/:id/register': TEACHERS,
  'POST /api/classes': TEACHERS,
  'PUT /api/classes/:id': TEACHERS,
  'PUT /api/classes/:id/plan': TEACHERS,
  'POST /api/classes/:id/preview': TEACHERS,
  'POST /api/classes/:id/settle': HEAD,
  'PUT /api/classes/:id/put-away': TEACHERS,
  'DELETE /api/classes/:id': TEACHERS,
  'GET /api/plans': TEACHERS,
  'POST /api/plans': TEACHERS,
  'GET /api/plans/:id': TEACHERS,
  'PUT /api/plans/:id': TEACHERS,
  'PUT /api/plans/:id/put-away': TEACHERS,
  'DELETE /api/plans/:id': TEACHERS,
  'PUT /api/plans/:id/versions/:version': TEACHERS,
  'GET /api/plans/:id/versions': TEACHERS,
  'GET /api/plans/:id/versions/:version': TEACHERS,
  'GET /api/students': EVERYONE,
  'GET /api/walls': TEACHERS,
  'POST /api/walls': TEACHERS,
  'DELETE /api/walls/:id': TEACHERS,
  'GET /api/incidents': TEACHERS,
  'GET /api/readers': HEAD,
  'POST /api/readers': HEAD,
  'DELETE /api/readers/:id': HEAD,
  'GET /api/classes/:id/door': EVERYONE,
  'PUT /api/roster/:id/tag': ROSTER,
  'GET /api/roster': ROSTER,
  'GET /api/roster/file': ROSTER,
  'POST /api/roster': ROSTER,
  'POST /api/roster/imports/:id/rows': ROSTER,
  'POST /api/roster/imports/:id/take-over': ROSTER,
  'DELETE /api/roster/imports/:id': ROSTER,
  'GET /api/roster/:id': ROSTER,
  'PUT /api/roster/:id': ROSTER,
  'POST /api/roster/:id/merge': ROSTER,
  'PUT /api/merges/:id/undone': ROSTER,
  'GET /api/roster/:id/file': HEAD,
  'POST /api/roster/:id/erase': HEAD,
  'PUT /api/roster/:id/keep': ROSTER,
  'PUT /api/roster/:id/archive': ROSTER,
  'GET /api/students/:id': TEACHERS,
  'PUT /api/students/:id/group': TEACHERS,
  'PUT /api/students/:id/layer': FLOOR,
  'GET /api/series/:id': TEACHERS,
  'PUT /api/series/:id': TEACHERS,
  'DELETE /api/series/:id': TEACHERS,
  'GET /api/classes/:id/chapters': TEACHERS,
  'POST /api/marks': TEACHERS,
  'POST /api/corrections': TEACHERS,
  'GET /api/items/:id/corrections': TEACHERS,
  'POST /api/notices': EVERYONE,
  'PUT /api/notices/:id': EVERYONE,
  'PUT /api/notices/:id/ended': EVERYONE,
  'GET /api/balance': TEACHERS,
  'GET /api/programmes': EVERYONE,
  'PUT /api/programmes/:id': TEACHERS,
  'GET /api/term/places': TEACHERS,
  'PUT /api/term/places': TEACHERS,
  'GET /api/attendance': TEACHERS,
  'GET /api/practised': TEACHERS,
  'GET /api/club/expected': TEACHERS,
  'GET /api/club/file': TEACHERS,
  'GET /api/items/:id': FLOOR,
  'PUT /api/items/:id': TEACHERS,
  'DELETE /api/items/:id': TEACHERS,
  'POST /api/items/:id/restore': TEACHERS,
  'PUT /api/syllabus': TEACHERS,
  'PUT /api/ladder': HEAD,
  'PUT /api/settings': HEAD,
  'PUT /api/shapes/:id': TEACHERS,
  'DELETE /api/shapes/:id': TEACHERS,
  'POST /api/imports/:id/rows': TEACHERS,
  'POST /api/imports/:id/take-over': TEACHERS,
  'DELETE /api/imports/:id': TEACHERS,
} as const satisfies Record<string, readonly Role[]>

export type Route = keyof typeof ROUTES

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

export const mayAsk = (role: Role, route: Route): boolean => (ROUTES[route] as readonly Role[]).includes(role)

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
/** Who reads what a student practised, weighs and when they were born. */
export const seesRecords = (role: Role): boolean => mayAsk(role, 'GET /api/students/:id')
/** Who gives and ends accounts; a club is never without one of them. */
export const keepsAccounts = (role: Role): boolean => mayAsk(role, 'PUT /api/accounts/:id')
