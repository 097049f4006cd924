import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import { lintelDir, root } from './folders'

/** What the built application is made from. */
const SOURCES = [
  'app',
  'core',
  'server',
  'shared',
  'starters',
  'public',
  'nuxt.config.ts',
  'package-lock.json',
  'tsconfig.json',
]
const KEPT_BUILDS = 3

function filesUnder(path: string): string[] {
  if (!existsSync(path)) return []
  if (statSync(path).isFile()) return [path]
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesUnder(join(path, name)))
}

function sourceStamp(): string {
  const hash = createHash('sha256')
  for (const file of SOURCES.flatMap((source) => filesUnder(join(root, source))))
    hash.update(relative(root, file)).update('\0').update(readFileSync(file)).update('\0')
  return hash.digest('hex').slice(0, 16)
}

/** Generated types, which the build and the checks read; `anew` where a component may have come since. */
export function prepareNuxt(anew = false): void {
  if (!anew && existsSync(join(root, '.nuxt', 'tsconfig.app.json'))) return
  nuxt(['prepare'], {})
}

function nuxt(args: string[], env: Record<string, string>): void {
  const done = spawnSync(join(root, 'node_modules', '.bin', 'nuxt'), args, {
    cwd: root,
    encoding: 'utf8',
    env: { ...process.env, ...env, NUXT_TELEMETRY_DISABLED: '1', CI: 'true' },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  if (done.status !== 0)
    throw new Error(`nuxt ${args[0]} failed:\n${(done.stdout + done.stderr).slice(-6000)}`)
}

/**
 * The folder of the application built from the sources as they are now. Each state of the sources has a folder of its own,
 * so a build never pulls the files from under a copy that is running, and a second start builds nothing.
 */
export function ensureBuild(onBuild: () => void): string {
  prepareNuxt()
  const builds = join(lintelDir, 'builds')
  const wanted = join(builds, sourceStamp())
  if (existsSync(wanted)) return wanted
  onBuild()
  mkdirSync(builds, { recursive: true })
  const making = join(builds, `making-${process.pid}`)
  rmSync(making, { recursive: true, force: true })
  nuxt(['build'], { LINTEL_OUTPUT_DIR: join(making, 'output'), LINTEL_NUXT_DIR: join(making, 'nuxt') })
  // Two commands may have built the same sources at once: the first to finish is kept.
  if (existsSync(wanted)) rmSync(making, { recursive: true, force: true })
  else renameSync(making, wanted)
  rmSync(join(wanted, 'nuxt'), { recursive: true, force: true })
  forgetOldBuilds(builds, wanted)
  return wanted
}

function forgetOldBuilds(builds: string, current: string): void {
  const others = readdirSync(builds)
    .filter((name) => !name.startsWith('making-'))
    .map((name) => join(builds, name))
    .filter((path) => path !== current)
    .sort((a, b) => statSync(b).mtimeMs - statSync(a).mtimeMs)
  for (const old of others.slice(KEPT_BUILDS)) rmSync(old, { recursive: true, force: true })
}
