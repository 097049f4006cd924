import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { creditPlan } from '../core/people/credit'
import { expandPlan } from '../core/plan/expand'
import { layPlan } from '../core/plan/timeline'
import { parseAttendance } from '../core/people/attendance'
import { parsePlan } from '../core/plan/parse'
import type { Fault } from '../core/kernel/faults'
import type { Plan } from '../core/plan/schema'
import { dueLists, readLedger } from '../core/balance/due'
import { checkPlan, isMendable } from '../core/checks'
import { readClub } from '../core/checks/club-file'
import { readRefitState, refit } from '../core/floor/refit'
import { worthOf } from '../core/balance/worth'
import loadHighs from 'highs'
import { readRequest } from '../core/draft/request'
import { solveAll } from '../core/draft/solve'
import { planTerm, readTerm } from '../core/term/term'
import { pairStudents } from '../core/partners/pairing'
import { readRoster } from '../core/partners/roster-file'

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

class Refused extends Error {
  constructor(readonly faults: Fault[]) {
    super('refused')
  }
}

function refuse(path: string, message: string): never {
  throw new Refused([{ path, message }])
}

function readJson(file: string): unknown {
  // npm runs a script from the project's folder; INIT_CWD is where the person stands.
  const path = resolve(process.env.INIT_CWD ?? process.cwd(), file)
  let text: string
  try {
    text = readFileSync(path, 'utf8')
  } catch {
    return refuse('$', `cannot read ${file}`)
  }
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    return refuse('$', `${file} is not JSON: ${(error as Error).message}`)
  }
}

function readPlan(file: string): Plan {
  const parsed = parsePlan(readJson(file))
  if (!parsed.ok) throw new Refused(parsed.faults)
  return parsed.plan
}

type Verb = (files: string[], flags: Set<string>) => unknown

interface Command {
  usage: string
  files: number
  /** Files that may come after those. */
  more?: number
  flags: string[]
  run: Verb
}

const VERBS: Record<string, Command> = {
  expand: {
    usage: 'lintel expand PLAN.json [--cues]',
    files: 1,
    flags: ['--cues'],
    run: ([plan = ''], flags) => expandPlan(readPlan(plan), { cues: flags.has('--cues') }),
  },
  credit: {
    usage: 'lintel credit PLAN.json ATTENDANCE.json',
    files: 2,
    flags: [],
    run: ([planFile = '', attendanceFile = '']) => {
      const plan = readPlan(planFile)
      const parsed = parseAttendance(readJson(attendanceFile), plan)
      if (!parsed.ok) throw new Refused(parsed.faults)
      return creditPlan(plan, parsed.attendance)
    },
  },
  check: {
    usage: 'lintel check PLAN.json CLUB.json',
    files: 2,
    flags: [],
    run: ([planFile = '', clubFile = '']) => {
      const plan = readPlan(planFile)
      const read = readClub(readJson(clubFile))
      if (!read.ok) throw new Refused(read.faults)
      const { findings, accepted } = checkPlan(plan, layPlan(plan), read.club)
      return {
        findings: findings.map(({ about: _, ...finding }) => ({ ...finding, mendable: isMendable(finding) })),
        accepted: accepted.map(({ finding: { about: _, ...finding }, reason }) => ({ ...finding, reason })),
      }
    },
  },
  due: {
    usage: 'lintel due LEDGER.json',
    files: 1,
    flags: [],
    run: ([file = '']) => {
      const read = readLedger(readJson(file))
      if (!read.ok) throw new Refused(read.faults)
      return dueLists(read.ledger)
    },
  },
  balance: {
    usage: 'lintel balance PLAN.json CLUB.json [REQUEST.json]',
    files: 2,
    more: 1,
    flags: [],
    run: ([planFile = '', clubFile = '', requestFile]) => {
      const plan = readPlan(planFile)
      const read = readClub(readJson(clubFile))
      if (!read.ok) throw new Refused(read.faults)
      const request = requestFile === undefined ? undefined : readRequest(readJson(requestFile))
      if (request && !request.ok) throw new Refused(request.faults)
      if (plan.date === undefined) return refuse('date', 'is missing: what is due depends on the day')
      return worthOf(plan, read.club, new Set(request?.request.theme ?? []))
    },
  },
  draft: {
    usage: 'lintel draft REQUEST.json CLUB.json',
    files: 2,
    flags: [],
    run: async ([requestFile = '', clubFile = '']) => {
      const asked = readRequest(readJson(requestFile))
      if (!asked.ok) throw new Refused(asked.faults)
      const read = readClub(readJson(clubFile))
      if (!read.ok) throw new Refused(read.faults)
      const began = performance.now()
      const draft = solveAll(await loadHighs(), asked.request, read.club, () => performance.now() / 1000)
      if (!draft) return refuse('lengthMin', 'no class of this length can be made under these choices')
      return { ...draft, seconds: Math.round(performance.now() - began) / 1000 }
    },
  },
  term: {
    usage: 'lintel term TERM.json',
    files: 1,
    flags: [],
    run: ([file = '']) => {
      const read = readTerm(readJson(file))
      if (!read.ok) throw new Refused(read.faults)
      return planTerm(read.term)
    },
  },
  pair: {
    usage: 'lintel pair ROSTER.json',
    files: 1,
    flags: [],
    run: ([file = '']) => {
      const read = readRoster(readJson(file))
      if (!read.ok) throw new Refused(read.faults)
      return pairStudents(read.roster)
    },
  },
  refit: {
    usage: 'lintel refit STATE.json',
    files: 1,
    flags: [],
    run: ([file = '']) => {
      const read = readRefitState(readJson(file))
      if (!read.ok) throw new Refused(read.faults)
      return refit(read.state)
    },
  },
}

async function run(args: string[]): Promise<unknown> {
  const [name = '', ...rest] = args
  const command = VERBS[name]
  if (!command)
    return refuse(
      '$',
      `say one of: ${Object.values(VERBS)
        .map(({ usage }) => usage)
        .join(' | ')}`,
    )
  const flags = rest.filter((arg) => arg.startsWith('--'))
  const files = rest.filter((arg) => !arg.startsWith('--'))
  const { files: asked, more = 0 } = command
  const isMany = files.length < asked || files.length > asked + more
  if (isMany || flags.some((flag) => !command.flags.includes(flag)))
    return refuse('$', `usage: ${command.usage}`)
  return command.run(files, new Set(flags))
}

try {
  process.stdout.write(`${JSON.stringify(await run(process.argv.slice(2)), null, 2)}\n`)
} catch (error) {
  if (!(error instanceof Refused)) throw error
  for (const { path, message } of error.faults) process.stderr.write(`${path}: ${message}\n`)
  process.exitCode = 2
}
