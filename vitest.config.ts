import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['tests/core/**/*.test.ts', 'core/**/*.test.ts'],
    benchmark: { include: ['tests/bench/**/*.bench.ts'] },
  },
})
