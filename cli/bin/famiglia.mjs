#!/usr/bin/env node
import { existsSync } from 'node:fs'

// Built, it answers at once; in a folder where nothing has been built yet, it is compiled on the fly.
const built = new URL('../dist/main.js', import.meta.url)
if (existsSync(built)) await import(built.href)
else {
  const { register } = await import('tsx/esm/api')
  register()
  await import('../src/main.ts')
}
