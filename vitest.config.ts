import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))

/** `vitest` runs the core's own tests; with LINTEL_LAYER=api it runs those of the built server. */
const api = process.env.LINTEL_LAYER === 'api'

export default defineConfig({
  resolve: { alias: { '~~': here('.'), '~': here('./app') } },
  test: {
    include: api ? ['tests/api/**/*.test.ts'] : ['tests/core/**/*.test.ts'],
    // A worker has a server and a database of its own; the tests of one club do not meet those of another.
    setupFiles: api ? ['tests/api/own-server.ts'] : [],
    ...(api ? { maxWorkers: Number(process.env.LINTEL_API_WORKERS ?? 1) } : {}),
    // Some tests start the command or a whole server, and the machine they run on may be busy.
    testTimeout: 120_000,
    hookTimeout: 180_000,
    benchmark: { include: ['tests/bench/**/*.bench.ts'] },
  },
})
