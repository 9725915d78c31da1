import { defineConfig } from 'vitest/config'

/** The tests of core alone, which need nothing started: for the mutation run. */
export default defineConfig({ test: { include: ['core/**/*.test.ts'] } })
