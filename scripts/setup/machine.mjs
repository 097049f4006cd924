// What a fresh machine needs before any TypeScript can run: Node, the packages, MariaDB and (for tests) Chromium.
// Only Node's own modules are used here.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

export const root = new URL('../..', import.meta.url).pathname.replace(/\/$/, '')

export function say(text) {
  process.stdout.write(`${text}\n`)
}

export function fail(text) {
  process.stderr.write(`\n${text}\n`)
  process.exit(1)
}

function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    fail(`Golden Lintel needs Node 20.19 or later; this is ${process.versions.node}.`)
}

/** Runs a command to its end; what it complained of, where it failed. */
function complaintOf(command, args) {
  const done = spawnSync(command, args, { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] })
  return done.status === 0 ? undefined : (done.stderr || done.stdout || String(done.error)).slice(-4000)
}

function run(command, args, why) {
  const complaint = complaintOf(command, args)
  if (complaint !== undefined) fail(`${why}\n\n${complaint}`)
}

/** Installs the packages of the lock file, once for each version of it. */
function installPackages() {
  const lock = readFileSync(join(root, 'package-lock.json'))
  const wanted = createHash('sha256').update(lock).digest('hex')
  const stamp = join(root, 'node_modules', '.lintel-lock')
  const current = existsSync(stamp) ? readFileSync(stamp, 'utf8') : ''
  if (current === wanted) return
  if (current === '' && existsSync(join(root, 'node_modules', '.package-lock.json')) && installedMatches()) {
    writeFileSync(stamp, wanted)
    return
  }
  say('  Installing packages (npm ci), a minute or two the first time')
  run('npm', ['ci', '--no-audit', '--no-fund'], 'The packages could not be installed.')
  writeFileSync(stamp, wanted)
}

/** Whether someone already ran npm install for this very lock file. */
function installedMatches() {
  const done = spawnSync('npm', ['ls', '--depth=0', '--silent'], { cwd: root, stdio: 'ignore' })
  return done.status === 0
}

const onPath = (program) =>
  (process.env.PATH ?? '')
    .split(':')
    .concat('/usr/sbin', '/usr/local/sbin')
    .some((dir) => dir && existsSync(join(dir, program)))

const DATABASE = {
  program: 'mariadbd',
  packages: ['mariadb-server', 'mariadb-client'],
  name: 'MariaDB',
}
const CHROMIUM = { program: 'chromium', packages: ['chromium'], name: 'Chromium' }
/** The same browser without windows: the tests take two thirds of the time with it. */
const HEADLESS = {
  program: 'chromium-headless-shell',
  packages: ['chromium-headless-shell'],
  name: 'Chromium without windows',
}

const mayInstall = () => process.getuid?.() === 0 && onPath('apt-get')

/** Installs packages; what was complained of, where that failed. */
function aptInstall(packages) {
  process.env.DEBIAN_FRONTEND = 'noninteractive'
  // A policy of "do not start" keeps the package's own system-wide server off: ours is private.
  const policy = '/usr/sbin/policy-rc.d'
  const guarded = existsSync(policy)
  if (!guarded) writeFileSync(policy, '#!/bin/sh\nexit 101\n', { mode: 0o755 })
  try {
    return (
      complaintOf('apt-get', ['update']) ??
      complaintOf('apt-get', ['install', '-y', '--no-install-recommends', ...packages])
    )
  } finally {
    if (!guarded) rmSync(policy, { force: true })
  }
}

function installDebian(needs) {
  const missing = needs.filter(({ program }) => !onPath(program))
  if (missing.length === 0) return
  const packages = missing.flatMap((need) => need.packages)
  const names = missing.map((need) => need.name).join(' and ')
  if (!mayInstall())
    fail(
      `${names} is missing. Install it once with: sudo apt-get install --no-install-recommends ${packages.join(' ')}`,
    )
  say(`  Installing ${names} from Debian's packages`)
  const complaint = aptInstall(packages)
  if (complaint !== undefined) fail(`${names} could not be installed.\n\n${complaint}`)
}

/** The browser without windows where Debian has it; it is asked for once, and without it Chromium will do. */
function installBrowser() {
  const asked = join(root, '.lintel', 'asked-for-headless')
  if (!onPath(HEADLESS.program) && mayInstall() && !existsSync(asked)) {
    say(`  Installing ${HEADLESS.name} from Debian's packages`)
    aptInstall(HEADLESS.packages)
    writeFileSync(asked, '')
  }
  if (!onPath(HEADLESS.program)) installDebian([CHROMIUM])
}

/**
 * Brings the machine to where the TypeScript scripts can run.
 * @param {{ browser?: boolean }} options whether Chromium is wanted too
 */
export function setUpMachine({ browser = false } = {}) {
  checkNode()
  mkdirSync(join(root, '.lintel'), { recursive: true })
  installPackages()
  installDebian([DATABASE])
  if (browser) installBrowser()
}

/** Runs one of the TypeScript commands in this process, with the machine set up. */
export async function runCommand(name, args) {
  const { tsImport } = await import('tsx/esm/api')
  const command = await tsImport(`../commands/${name}.ts`, import.meta.url)
  await command.main(args)
}
