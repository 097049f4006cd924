import { refuse, Refused } from './input'

/**
 * The core as a command.
 *
 *   lintel expand PLAN.json [--cues]            the arithmetic of a plan, as one JSON object
 *   lintel credit PLAN.json ATTENDANCE.json     what each student practised, as a JSON list
 *   lintel check PLAN.json CLUB.json            what an instructor should be told of it, the worst first
 *   lintel refit STATE.json                     the best way to end on time, as one JSON object
 *   lintel due LEDGER.json                      what is due for each student and each group
 *   lintel pair ROSTER.json                     the partners that cost least, proved, as one JSON object
 *   lintel balance PLAN.json CLUB.json [REQUEST.json]   what a plan is worth, and to whom
 *   lintel draft REQUEST.json CLUB.json         a whole class from what is due, with why, and how far it is from the best
 *   lintel term TERM.json                       what is short by the grading, and the term spread over its classes
 *
 * Exit 0 with the result on stdout; exit 2 with one line per fault on stderr (`path: what is wrong`) and nothing on stdout.
 */

interface Verb {
  /** The result, to be printed as JSON. @throws Refused */
  run(files: string[], flags: ReadonlySet<string>): unknown
}

interface Command {
  usage: string
  files: number
  /** Files that may come after those. */
  more?: number
  flags?: string[]
  /** Only the modules of the verb that is asked for are read. */
  verb(): Promise<Verb>
}

const COMMANDS: Record<string, Command> = {
  expand: {
    usage: 'lintel expand PLAN.json [--cues]',
    files: 1,
    flags: ['--cues'],
    verb: () => import('./verbs/expand'),
  },
  credit: {
    usage: 'lintel credit PLAN.json ATTENDANCE.json',
    files: 2,
    verb: () => import('./verbs/credit'),
  },
  check: { usage: 'lintel check PLAN.json CLUB.json', files: 2, verb: () => import('./verbs/check') },
  due: { usage: 'lintel due LEDGER.json', files: 1, verb: () => import('./verbs/due') },
  balance: {
    usage: 'lintel balance PLAN.json CLUB.json [REQUEST.json]',
    files: 2,
    more: 1,
    verb: () => import('./verbs/balance'),
  },
  draft: { usage: 'lintel draft REQUEST.json CLUB.json', files: 2, verb: () => import('./verbs/draft') },
  term: { usage: 'lintel term TERM.json', files: 1, verb: () => import('./verbs/term') },
  pair: { usage: 'lintel pair ROSTER.json', files: 1, verb: () => import('./verbs/pair') },
  refit: { usage: 'lintel refit STATE.json', files: 1, verb: () => import('./verbs/refit') },
}

async function run(args: string[]): Promise<unknown> {
  const [name = '', ...rest] = args
  const command = COMMANDS[name]
  if (!command)
    return refuse(
      '$',
      `say one of: ${Object.values(COMMANDS)
        .map(({ usage }) => usage)
        .join(' | ')}`,
    )
  const flags = rest.filter((arg) => arg.startsWith('--'))
  const files = rest.filter((arg) => !arg.startsWith('--'))
  const { files: asked, more = 0, flags: known = [] } = command
  const isMany = files.length < asked || files.length > asked + more
  if (isMany || flags.some((flag) => !known.includes(flag))) return refuse('$', `usage: ${command.usage}`)
  const verb = await command.verb()
  return verb.run(files, new Set(flags))
}

try {
  process.stdout.write(`${JSON.stringify(await run(process.argv.slice(2)), null, 2)}\n`)
} catch (error) {
  if (!(error instanceof Refused)) throw error
  for (const { path, message } of error.faults) process.stderr.write(`${path}: ${message}\n`)
  process.exitCode = 2
}
