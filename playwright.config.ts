import { defineConfig } from '@playwright/test'
import { chromiumOptions } from './tests/e2e/browser'

/** The interface in Debian's Chromium, against the production build with the demo club. */
export default defineConfig({
  testDir: 'tests/e2e',
  testMatch: process.env.LINTEL_E2E ?? '**/*.spec.ts',
  outputDir: 'test-results',
  // One club, one evening: the tests follow one another.
  workers: 1,
  fullyParallel: false,
  retries: 0,
  // Long enough for a machine that is busy with something else: nothing here waits when all is well.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  use: {
    baseURL: process.env.LINTEL_URL,
    viewport: { width: 1280, height: 800 },
    testIdAttribute: 'data-test',
    launchOptions: chromiumOptions,
    actionTimeout: 60_000,
    trace: 'off',
  },
})
