import { spawnSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { creditPlan } from '../../core/people/credit'
import { expandPlan } from '../../core/plan/expand'
import { parseAttendance } from '../../core/people/attendance'
import { parsePlan } from '../../core/plan/parse'
import type { Cue } from '../../core/plan/cues'
import type { Plan } from '../../core/plan/schema'
import { dueLists, readLedger } from '../../core/balance/due'
import { worthOf } from '../../core/balance/worth'
import { readClub } from '../../core/checks/club-file'
import { readRequest } from '../../core/draft/request'
import { readRefitState, refit } from '../../core/floor/refit'
import { pairStudents, type Pairing } from '../../core/partners/pairing'
import { readRoster } from '../../core/partners/roster-file'

const folder = fileURLToPath(new URL('../vectors', import.meta.url))
const root = fileURLToPath(new URL('../..', import.meta.url))
const read = (name: string): unknown => JSON.parse(readFileSync(join(folder, name), 'utf8'))
const named = (pattern: RegExp) =>
  readdirSync(folder).flatMap((name) => {
    const found = pattern.exec(name)
    return found?.[1] ? [found[1]] : []
  })

function planOf(name: string): Plan {
  const parsed = parsePlan(read(name))
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
  return parsed.plan
}

/** Paths at which two values differ by more than 0.001 or in kind. */
function differences(want: unknown, got: unknown, path = ''): string[] {
  if (typeof want === 'number' && typeof got === 'number')
    return Math.abs(want - got) <= 0.001 ? [] : [`${path}: ${want} wanted, ${got} found`]
  if (typeof want !== 'object' || typeof got !== 'object' || want === null || got === null)
    return want === got ? [] : [`${path}: ${JSON.stringify(want)} wanted, ${JSON.stringify(got)} found`]
  const keys = new Set([...Object.keys(want), ...Object.keys(got)])
  return [...keys].flatMap((key) =>
    differences(
      (want as Record<string, unknown>)[key],
      (got as Record<string, unknown>)[key],
      `${path}.${key}`,
    ),
  )
}

/** Cues of one moment and kind may come in any order; `end` may name a block or none. */
const asSet = (cues: Cue[]) =>
  cues
    .map((cue) => (cue.kind === 'end' ? { at: cue.at, kind: cue.kind } : cue))
    .map((cue) => JSON.stringify(Object.entries(cue).sort(([a], [b]) => (a < b ? -1 : 1))))
    .sort()

const pathsOf = (faults: readonly { path: string }[]) => [...new Set(faults.map(({ path }) => path))].sort()
const wantedPaths = (name: string) =>
  readFileSync(join(folder, `${name}.expected.txt`), 'utf8')
    .trim()
    .split('\n')
    .sort()

function lintel(...args: string[]) {
  const named = args.map((arg) => (/\.(json|txt)$/.test(arg) ? join('tests', 'vectors', arg) : arg))
  return spawnSync('npm', ['run', '-s', 'lintel', '--', ...named], { cwd: root, encoding: 'utf8' })
}

describe('the vectors of the plan and its arithmetic', () => {
  it.each(named(/^(expand-\d+)\.json$/))('%s expands to the digit', (name) => {
    const want = read(`${name}.expected.json`) as { cues?: Cue[] }
    const got = expandPlan(planOf(`${name}.json`), { cues: want.cues !== undefined })
    const { cues: wantCues, ...wantFigures } = want
    const { cues: gotCues, ...gotFigures } = got
    expect(differences(wantFigures, gotFigures)).toEqual([])
    expect(asSet(gotCues ?? [])).toEqual(asSet(wantCues ?? []))
  })

  it.each(named(/^(credit-\d+)\.plan\.json$/))('%s is credited to the digit', (name) => {
    const plan = planOf(`${name}.plan.json`)
    const parsed = parseAttendance(read(`${name}.att.json`), plan)
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults))
    expect(differences(read(`${name}.expected.json`), creditPlan(plan, parsed.attendance))).toEqual([])
  })

  it.each(named(/^(bad-\d+)\.json$/))('%s is refused at its path', (name) => {
    const parsed = parsePlan(read(`${name}.json`))
    expect(parsed.ok ? [] : pathsOf(parsed.faults)).toEqual(wantedPaths(name))
  })

  it.each(named(/^(bad-\d+)\.att\.json$/))('%s is refused at its paths', (name) => {
    const parsed = parseAttendance(read(`${name}.att.json`), planOf(`${name}.plan.json`))
    expect(parsed.ok ? [] : pathsOf(parsed.faults)).toEqual(wantedPaths(name))
  })
})

describe('the vectors of the re-plan', () => {
  it.each(named(/^(refit-\d+)\.json$/))('%s', (name) => {
    const state = readRefitState(read(`${name}.json`))
    if (!state.ok) throw new Error(JSON.stringify(state.faults))
    expect(differences(read(`${name}.expected.json`), refit(state.state))).toEqual([])
  })
})

describe('partners', () => {
  it.each(named(/^(pair-\d+)\.json$/))('%s', (name) => {
    const roster = readRoster(read(`${name}.json`))
    if (!roster.ok) throw new Error(JSON.stringify(roster.faults))
    const found = pairStudents(roster.roster)
    const want = read(`${name}.expected.json`) as Pairing
    expect(differences(want.cost, found.cost)).toEqual([])
    expect(found.left).toHaveLength(want.left.length)
    expect(JSON.parse(lintel('pair', `${name}.json`).stdout)).toEqual(found)
  })
})

describe('the vectors of what is due', () => {
  it.each(named(/^(due-\d+)\.json$/))('%s', (name) => {
    const ledger = readLedger(read(`${name}.json`))
    if (!ledger.ok) throw new Error(JSON.stringify(ledger.faults))
    expect(differences(read(`${name}.expected.json`), dueLists(ledger.ledger))).toEqual([])
  })
})

describe('the vectors of what a plan is worth', () => {
  it.each(named(/^(balance-\d+)\.plan\.json$/))('%s', (name) => {
    const club = readClub(read(`${name}.club.json`))
    const request = readRequest(read(`${name}.request.json`))
    if (!club.ok || !request.ok) throw new Error('a file of the case cannot be read')
    const worth = worthOf(planOf(`${name}.plan.json`), club.club, new Set(request.request.theme))
    expect(differences(read(`${name}.expected.json`), worth)).toEqual([])
  })
})

describe('the command', () => {
  it('expands a plan file, with its calls when asked', () => {
    const done = lintel('expand', 'expand-06.json', '--cues')
    expect(done.status).toBe(0)
    expect(done.stderr).toBe('')
    const want = read('expand-06.expected.json') as { cues: Cue[]; totalSec: number }
    const got = JSON.parse(done.stdout) as { cues: Cue[]; totalSec: number }
    expect(got.totalSec).toBe(want.totalSec)
    expect(asSet(got.cues)).toEqual(asSet(want.cues))
  })

  it('leaves the calls out unless asked', () => {
    expect(JSON.parse(lintel('expand', 'expand-06.json').stdout)).not.toHaveProperty('cues')
  })

  it('credits an attendance file against a plan file', () => {
    const done = lintel('credit', 'credit-02.plan.json', 'credit-02.att.json')
    expect(done.status).toBe(0)
    expect(differences(read('credit-02.expected.json'), JSON.parse(done.stdout))).toEqual([])
  })

  it('refuses a bad plan with exit 2, one line per fault, and nothing on stdout', () => {
    const done = lintel('expand', 'bad-02.json')
    expect(done.status).toBe(2)
    expect(done.stdout).toBe('')
    expect(done.stderr).toBe('blocks[1].dose.reps: must be a whole number from 1 to 999\n')
  })

  it.each([
    [['expand'], /usage: lintel expand/],
    [['expand', 'no-such-file.json'], /cannot read .*no-such-file/],
    [['expand', 'bad-01.expected.txt'], /is not JSON/],
    [['expand', 'expand-01.json', '--loud'], /usage: lintel expand/],
    [['frobnicate'], /say one of/],
  ])('says what is wrong with %j', (args, said) => {
    const done = lintel(...args)
    expect(done.status).toBe(2)
    expect(done.stdout).toBe('')
    expect(done.stderr).toMatch(said)
  })
})
