// npm run lintel: the core as a command, compiled once for each state of its sources, so that a call reads no TypeScript.
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'

const root = new URL('..', import.meta.url).pathname.replace(/\/$/, '')
const SOURCES = ['cli', 'core', 'package-lock.json']
const KEPT = 2

/** Which state the sources are in, by the size and time of each file: reading them all would take longer than the verb. */
function stampOf() {
  const hash = createHash('sha256')
  for (const source of SOURCES) {
    const path = join(root, source)
    const files = statSync(path).isDirectory()
      ? readdirSync(path, { recursive: true })
          .sort()
          .map((name) => join(path, name))
      : [path]
    for (const file of files) {
      const { size, mtimeMs } = statSync(file)
      hash.update(`${file} ${size} ${mtimeMs}\n`)
    }
  }
  return hash.digest('hex').slice(0, 16)
}

async function compile(folder, wanted) {
  const { build } = await import('esbuild')
  const making = join(folder, `making-${process.pid}`)
  await build({
    absWorkingDir: root,
    entryPoints: ['cli/lintel.ts'],
    outdir: making,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    minify: true,
    // The solver brings a file of its own, which it looks for beside itself.
    external: ['highs'],
    // What is bundled and still asks for modules the old way finds this.
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    logLevel: 'error',
  })
  // Two calls may have compiled the same sources at once: the first to finish is kept.
  if (existsSync(wanted)) rmSync(making, { recursive: true, force: true })
  else renameSync(making, wanted)
  const old = readdirSync(folder)
    .map((name) => join(folder, name))
    .filter((path) => path !== wanted)
    .sort((a, b) => statSync(b).mtimeMs - statSync(a).mtimeMs)
  for (const path of old.slice(KEPT)) rmSync(path, { recursive: true, force: true })
}

const folder = join(root, '.lintel', 'cli')
const wanted = join(folder, stampOf())
if (!existsSync(wanted)) {
  mkdirSync(folder, { recursive: true })
  await compile(folder, wanted)
}
await import(pathToFileURL(join(wanted, 'lintel.mjs')))
