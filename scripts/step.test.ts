import { spawn } from 'node:child_process'
import { text } from 'node:stream/consumers'
import { expect, test } from 'vitest'

/** Runs a step of a setup as `npm run demo` does, and says what somebody who watches reads. */
async function watched(program: string, options = '{}'): Promise<{ status: number | null; told: string }> {
  const script = `import { stepByProgram } from './scripts/step.mjs'
    await stepByProgram('Installing npm packages', ['sh', '-c', ${JSON.stringify(program)}], ${options})`
  const child = spawn(process.execPath, ['--input-type=module', '--eval', script], {
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  const told = text(child.stderr)
  const status = await new Promise<number | null>(done => child.once('close', done))
  return { status, told: await told }
}

test('a step that takes long says how far it is, and how long it took', async () => {
  const { status, told } = await watched('sleep 4.5', "{ far: () => '340 of 524' }")
  expect(status).toBe(0)
  expect(told).toMatch(/^Installing npm packages …\n {2}… 340 of 524, [34] s\n {2}done in [45] s\n$/)
})

test.each([
  ['npm error ENOSPC: no space left on device, write', 'The disk is full'],
  ['npm error code EAI_AGAIN', 'The network cannot be reached'],
  ['E: Could not open lock file - open (13: Permission denied)', 'This user may not write there'],
  ['something else', 'Start again; should it fail in the same way'],
])('a step that fails with “%s” says what it said, what to do, and how to do it by hand', async (said, wanted) => {
  const { status, told } = await watched(`echo '${said}' >&2; exit 3`)
  expect(status).toBe(3)
  expect(told).toContain(said)
  expect(told).toContain(`Installing npm packages failed. ${wanted}`)
  expect(told).toContain('By hand it is:  sh -c')
})
