import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    include: ['core', 'service', 'client', 'cli', 'console', 'standins', 'demo', 'scripts', 'e2e'].map(
      folder => `${folder}/**/*.test.ts`,
    ),
    globalSetup: ['e2e/support/cluster.ts'],
    setupFiles: ['e2e/support/as-described.ts'],
    testTimeout: 60_000,
    hookTimeout: 120_000,
    maxWorkers: 2,
  },
})
