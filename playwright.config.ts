import { readdirSync } from 'node:fs'
import { defineConfig } from '@playwright/test'
import { chromiumOptions } from './tests/e2e/browser'
import type { OwnClub } from './tests/e2e/club'

const testDir = 'tests/e2e'
/** The longest file is the last one: begun first, no worker is left alone with it at the end. */
const files = readdirSync(testDir)
  .filter((name) => name.endsWith('.spec.ts'))
  .sort()
  .reverse()

/** The interface in Debian's Chromium, against the production build: each file with a demo club and a server of its own. */
export default defineConfig<object, OwnClub>({
  testDir,
  outputDir: 'test-results',
  workers: Number(process.env.LINTEL_E2E_WORKERS ?? 2),
  // The tests of one file share its club.
  fullyParallel: false,
  retries: 0,
  // Long enough for a machine that is busy with something else: nothing here waits when all is well.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  // A worker serves one project alone, so a project a file gives each its club.
  projects: files
    .filter((name) => (process.env.LINTEL_E2E ?? '').split(',').some((part) => name.includes(part)))
    .map((name) => ({ name: name.replace('.spec.ts', ''), testMatch: name })),
  use: {
    viewport: { width: 1280, height: 800 },
    testIdAttribute: 'data-test',
    launchOptions: chromiumOptions,
    actionTimeout: 60_000,
    trace: 'off',
  },
})
