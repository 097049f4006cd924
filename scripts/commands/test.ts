import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative, resolve as resolvePath } from 'node:path'
import { stripVTControlCharacters } from 'node:util'
import { prepareNuxt } from '../setup/build'
import { root } from '../setup/folders'
import { onStop } from '../setup/processes'
import { serverEnvironment } from '../setup/server'
import { makeTestBed, type TestBed } from '../setup/test-bed'

/**
 * npm test: lint, typecheck, the core's tests, the routes against the built server and real MariaDB, and the interface in
 * Chromium. `npm test -- core` (or api, e2e, lint) runs one layer, `npm test -- e2e people` the files of it that are called something like that.
 */

interface Tally {
  passed: number
  failed: number
  /** How long it took, where that was measured. */
  tookMs?: number
  /** Its files that took longest, the longest first. */
  slowest?: string[]
  /** What failed, each with what it says: told again at the end, where a long log is read first. */
  faults?: string[]
}
type Layer = 'lint' | 'core' | 'api' | 'e2e'
const LAYERS: Layer[] = ['lint', 'core', 'api', 'e2e']
const NAMES: Record<Layer, string> = { lint: 'Lint and types', core: 'Core', api: 'API', e2e: 'End to end' }

/** What is being run now: ended when this is told to end. */
const running = new Set<ChildProcess>()

function run(command: string, args: string[], env: Record<string, string> = {}): Promise<number> {
  return new Promise((resolve) => {
    const child = spawn(join(root, 'node_modules', '.bin', command), args, {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    })
    running.add(child)
    child.once('exit', (code) => {
      running.delete(child)
      resolve(code ?? 1)
    })
    child.once('error', () => resolve(1))
  })
}

/** What is read of Vitest's JSON report. */
interface VitestReport {
  numPassedTests: number
  numFailedTests: number
  testResults: {
    name: string
    assertionResults: { fullName: string; status: string; failureMessages: string[]; duration?: number }[]
  }[]
}
/** What is read of Playwright's. */
interface PlaywrightReport {
  stats: { expected: number; unexpected: number; flaky: number }
  suites: Suite[]
}
interface Suite {
  suites?: Suite[]
  specs: {
    title: string
    file: string
    ok: boolean
    tests: { results: { error?: { message: string }; duration: number }[] }[]
  }[]
}
const specsOf = ({ suites = [], specs }: Suite): Suite['specs'] => [...specs, ...suites.flatMap(specsOf)]

const minutes = (ms: number) => {
  const sec = Math.round(ms / 1000)
  return `${Math.floor(sec / 60)}:${String(sec % 60).padStart(2, '0')} min`
}

const MOST_SLOW = 8
/** The files that took longest, from what each of their tests took. */
function slowestOf(took: readonly (readonly [file: string, ms: number])[]): string[] {
  const sums = new Map<string, number>()
  for (const [file, ms] of took) sums.set(file, (sums.get(file) ?? 0) + ms)
  return [...sums]
    .sort(([, a], [, b]) => b - a)
    .slice(0, MOST_SLOW)
    .map(([file, ms]) => `${relative(root, file)} ${minutes(ms)}`)
}

/** The lines of a message that say what was wanted and what was there. */
const LINES_OF_A_FAULT = 14
function faultSays(name: string, message = 'no message'): string {
  const lines = stripVTControlCharacters(message).split('\n').slice(0, LINES_OF_A_FAULT)
  return [name, ...lines.map((line) => `    ${line}`)].join('\n')
}

/** Reads a JSON report; a runner that left none has failed as a whole. */
function tally(file: string, read: (report: never) => Tally, exit: number): Tally {
  if (!existsSync(file)) return { passed: 0, failed: 1 }
  const counted = read(JSON.parse(readFileSync(file, 'utf8')) as never)
  return exit !== 0 && counted.failed === 0 ? { ...counted, failed: 1 } : counted
}

async function vitest(
  layer: 'core' | 'api',
  reports: string,
  names: readonly string[],
  env: Record<string, string>,
): Promise<Tally> {
  const file = join(reports, `${layer}.json`)
  const args = ['run', ...names, '--reporter=dot', '--reporter=json', `--outputFile.json=${file}`]
  const exit = await run('vitest', args, { ...env, LINTEL_LAYER: layer })
  return tally(
    file,
    (report: VitestReport) => ({
      passed: report.numPassedTests,
      failed: report.numFailedTests,
      slowest: slowestOf(
        report.testResults.flatMap(({ name, assertionResults }) =>
          assertionResults.map(({ duration = 0 }) => [name, duration] as const),
        ),
      ),
      faults: report.testResults.flatMap(({ assertionResults }) =>
        assertionResults
          .filter(({ status }) => status === 'failed')
          .map(({ fullName, failureMessages }) => faultSays(fullName, failureMessages[0])),
      ),
    }),
    exit,
  )
}

async function playwright(reports: string, env: Record<string, string>): Promise<Tally> {
  const file = join(reports, 'e2e.json')
  const exit = await run('playwright', ['test', '--reporter=line,json'], {
    ...env,
    PLAYWRIGHT_JSON_OUTPUT_NAME: file,
  })
  return tally(
    file,
    ({ stats, suites }: PlaywrightReport) => ({
      passed: stats.expected,
      failed: stats.unexpected + stats.flaky,
      slowest: slowestOf(
        suites
          .flatMap(specsOf)
          .flatMap(({ file, tests }) =>
            tests.flatMap(({ results }) =>
              results.map(({ duration }) => [resolvePath(root, 'tests/e2e', file), duration] as const),
            ),
          ),
      ),
      faults: suites
        .flatMap(specsOf)
        .filter(({ ok }) => !ok)
        .map(({ file, title, tests }) =>
          faultSays(
            `${file}: ${title}`,
            tests.flatMap(({ results }) => results.map(({ error }) => error?.message)).find(Boolean),
          ),
        ),
    }),
    exit,
  )
}

const API_WORKERS = 2

async function lint(): Promise<Tally> {
  const inTurn = async (commands: readonly (readonly [string, readonly string[]])[]) => {
    let failed = 0
    for (const [command, args] of commands) if ((await run(command, [...args])) !== 0) failed++
    return failed
  }
  // Side by side: the types take as long as the other two.
  const failed = await Promise.all([
    inTurn([['vue-tsc', ['-b', '--noEmit']]]),
    inTurn([
      ['eslint', ['.']],
      ['prettier', ['--check', '--log-level', 'warn', '.']],
    ]),
  ])
  const sum = failed.reduce((total, one) => total + one, 0)
  return { passed: 3 - sum, failed: sum }
}

/** @param names parts of the names of the files that are asked for; all of them without */
async function runLayer(
  layer: Layer,
  bed: () => Promise<TestBed>,
  reports: string,
  names: readonly string[],
): Promise<Tally> {
  if (layer === 'lint') return lint()
  if (layer === 'core') return vitest('core', reports, names, {})
  const { serve, offerClubs, database, build } = await bed()
  if (layer === 'e2e')
    return playwright(reports, { LINTEL_CLUBS: await offerClubs(), LINTEL_E2E: names.join(',') })
  // A server and a schema for each worker: what one file does to its server no other sees meanwhile.
  const servers = await Promise.all(
    Array.from({ length: API_WORKERS }, (_, at) => serve(`lintel_api_${at + 1}`, { demo: false })),
  )
  const urls = Object.fromEntries(servers.map(({ url }, at) => [`LINTEL_URL_${at + 1}`, url]))
  const env = { ...serverEnvironment(database, 'lintel_api'), ...urls, LINTEL_BUILD: build }
  const result = await vitest('api', reports, names, { ...env, LINTEL_API_WORKERS: String(API_WORKERS) })
  for (const { stop } of servers) await stop()
  return result
}

export async function main(args: string[]): Promise<void> {
  const isLayer = (arg: string) => (LAYERS as readonly string[]).includes(arg)
  const names = args.filter((arg) => !isLayer(arg))
  const wanted = args.some(isLayer) ? LAYERS.filter((layer) => args.includes(layer)) : LAYERS
  const reports = mkdtempSync(join(tmpdir(), 'lintel-reports-'))
  let made: Promise<TestBed> | undefined
  const bed = () => (made ??= makeTestBed((text) => console.log(`  ${text}`)))
  const clear = async () => {
    for (const child of running) child.kill('SIGTERM')
    await (await made)?.clear()
    rmSync(reports, { recursive: true, force: true })
  }
  onStop(clear)
  prepareNuxt(true)
  const results: [Layer, Tally][] = []
  try {
    for (const layer of wanted) {
      console.log(`\n${NAMES[layer]}`)
      const from = performance.now()
      const counted = await runLayer(layer, bed, reports, names)
      results.push([layer, { ...counted, tookMs: performance.now() - from }])
    }
  } catch (error) {
    console.error((error as Error).message)
    results.push(['e2e', { passed: 0, failed: 1 }])
  } finally {
    await clear()
  }
  const sum = (pick: (tally: Tally) => number) => results.reduce((total, [, t]) => total + pick(t), 0)
  for (const fault of results.flatMap(([, { faults = [] }]) => faults)) console.log(`\nFailed: ${fault}`)
  for (const [layer, { slowest = [] }] of results)
    if (slowest.length) console.log(`\nLongest of ${NAMES[layer]}: ${slowest.join(', ')}`)
  const each = results.map(
    ([layer, { passed, failed, tookMs = 0 }]) =>
      `${NAMES[layer]} ${passed}${failed ? ` (${failed} failed)` : ''} in ${minutes(tookMs)}`,
  )
  console.log(`\n${each.join(', ')}`)
  console.log(`${sum(({ passed }) => passed)} passed, ${sum(({ failed }) => failed)} failed`)
  process.exit(sum(({ failed }) => failed) === 0 ? 0 : 1)
}
