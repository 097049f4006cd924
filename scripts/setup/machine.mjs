// What a fresh machine needs before any TypeScript can run: Node, the packages, MariaDB and (for tests) Chromium.
// Only Node's own modules are used here.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
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

function run(command, args, why) {
  const done = spawnSync(command, args, { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] })
  if (done.status !== 0) fail(`${why}\n\n${(done.stderr || done.stdout || String(done.error)).slice(-4000)}`)
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

const NEEDS = {
  database: { program: 'mariadbd', packages: ['mariadb-server', 'mariadb-client'], name: 'MariaDB' },
  browser: { program: 'chromium', packages: ['chromium'], name: 'Chromium' },
}

function installDebian(needs) {
  const missing = needs.filter(({ program }) => !onPath(program))
  if (missing.length === 0) return
  const packages = missing.flatMap((need) => need.packages)
  const names = missing.map((need) => need.name).join(' and ')
  if (process.getuid?.() !== 0 || !onPath('apt-get'))
    fail(
      `${names} is missing. Install it once with: sudo apt-get install --no-install-recommends ${packages.join(' ')}`,
    )
  say(`  Installing ${names} from Debian's packages`)
  process.env.DEBIAN_FRONTEND = 'noninteractive'
  run('apt-get', ['update'], "Debian's package lists could not be read.")
  // A policy of "do not start" keeps the package's own system-wide server off: ours is private.
  const policy = '/usr/sbin/policy-rc.d'
  const guarded = existsSync(policy)
  if (!guarded) writeFileSync(policy, '#!/bin/sh\nexit 101\n', { mode: 0o755 })
  try {
    run(
      'apt-get',
      ['install', '-y', '--no-install-recommends', ...packages],
      `${names} could not be installed.`,
    )
  } finally {
    if (!guarded) spawnSync('rm', ['-f', policy])
  }
}

/**
 * Brings the machine to where the TypeScript scripts can run.
 * @param {{ browser?: boolean }} options whether Chromium is wanted too
 */
export function setUpMachine({ browser = false } = {}) {
  checkNode()
  mkdirSync(join(root, '.lintel'), { recursive: true })
  installPackages()
  installDebian(browser ? [NEEDS.database, NEEDS.browser] : [NEEDS.database])
}

/** Runs one of the TypeScript commands in this process, with the machine set up. */
export async function runCommand(name, args) {
  const { tsImport } = await import('tsx/esm/api')
  const command = await tsImport(`../commands/${name}.ts`, import.meta.url)
  await command.main(args)
}
