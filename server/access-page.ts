import { ROLES } from '../shared/roles'
import { ACCESS, OPEN_ROUTES, READER_ROUTES, STUDENT_FIELDS, WALL_ROUTES } from './access'

/** The table of access as a page of the documents. */
export function accessPage(): string {
  const routes = Object.entries(ACCESS).map(([route, { roles, reach }]) => {
    const cells = ROLES.map((role) => ((roles as readonly string[]).includes(role) ? '●' : ''))
    return `| \`${route}\` | ${cells.join(' | ')} | ${reach} |`
  })
  const fields = ROLES.map((role) => `| ${role} | ${STUDENT_FIELDS[role].join(', ')} |`)
  return [
    '# Who may do what',
    '',
    'Made from `server/access.ts` by `npm run docs`; a test asks every route in every role and holds this page to the table.',
    '',
    'Head: everything. Instructor: plan, run, log, mark. Assistant: run and register, on the floor. Desk: roster and register.',
    'Assistants and the desk reach classes from the day before to the day after; the desk’s taps are of the register only.',
    '',
    `| route | ${ROLES.join(' | ')} | reaches |`,
    `| --- | ${ROLES.map(() => ':-:').join(' | ')} | --- |`,
    ...routes,
    '',
    `Open to anyone, signed in or not: ${OPEN_ROUTES.map((route) => `\`${route}\``).join(', ')}.`,
    '',
    `Open to a door reader by its own key, which opens nothing else: ${READER_ROUTES.map((route) => `\`${route}\``).join(', ')}.`,
    '',
    `Open to a wall by the key in its link, which opens nothing else: ${WALL_ROUTES.map((route) => `\`${route}\``).join(', ')}.`,
    '',
    '## What a role sees of a student on a roster',
    '',
    '| role | fields |',
    '| --- | --- |',
    ...fields,
    '',
    'Birth dates, contacts, height and mass are on no register: only the keepers of the roster read and write them, and health notes only those who teach.',
    'Whoever opens a minor’s document of the roster is written to the trail. What a student practised is for those who teach.',
    '',
  ].join('\n')
}
