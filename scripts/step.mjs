// Tells who waits what is being done, how far it is and how long it took. Nothing but Node's own modules: it runs before
// anything is installed.
import { spawn } from 'node:child_process'

/** Milliseconds after which it is told how far a step is; a terminal is told each second, a log every ten. */
const patience = 3_000

/**
 * Does a step, telling of it on standard error. The work is given a function to say how far it is, as “340 of 524”.
 *
 * @template T
 * @param {string} what as “Installing npm packages”
 * @param {(tell: (far: string) => void) => Promise<T>} work
 * @returns {Promise<T>}
 */
export async function step(what, work) {
  const { stderr } = process
  const began = Date.now()
  const seconds = () => Math.round((Date.now() - began) / 1000)
  let far = ''
  let told = 0
  stderr.write(`${what} …${stderr.isTTY ? '' : '\n'}`)
  const tick = setInterval(() => {
    if (Date.now() - began < patience || (!stderr.isTTY && Date.now() - told < 10_000)) return
    told = Date.now()
    const so = `${far ? `${far}, ` : ''}${seconds()} s`
    stderr.write(stderr.isTTY ? `\r\x1b[K${what} … ${so}` : `  … ${so}\n`)
  }, 1_000)
  tick.unref()
  try {
    const made = await work(now => (far = now))
    stderr.write(stderr.isTTY ? `\r\x1b[K${what}: ${seconds()} s\n` : `  done in ${seconds()} s\n`)
    return made
  } catch (error) {
    if (stderr.isTTY) stderr.write('\n')
    throw error
  } finally {
    clearInterval(tick)
  }
}

/**
 * Runs a program within a step. Where it fails, what it said is repeated, with what to do about it, and all ends.
 *
 * @param {string} what
 * @param {readonly string[]} command
 * @param {{ cwd?: string, env?: NodeJS.ProcessEnv, far?: () => string, mayFail?: boolean }} [options] `far` says how far it is,
 * when it is asked; one that may fail ends nothing
 * @returns {Promise<boolean>} whether it did what it should
 */
export async function stepByProgram(what, [program, ...rest], { cwd, env, far, mayFail = false } = {}) {
  const { status, said } = await step(what, async tell => {
    const child = spawn(program, rest, { cwd, env: env ?? process.env, stdio: ['ignore', 'pipe', 'pipe'] })
    let said = ''
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', chunk => (said = (said + chunk).slice(-20_000)))
    const looks = far ? setInterval(() => tell(far()), 1_000) : null
    looks?.unref()
    const status = await new Promise(done => {
      child.once('error', error => done(((said += error.message), 1)))
      child.once('close', code => done(code ?? 1))
    })
    if (looks) clearInterval(looks)
    return { status, said }
  })
  if (status === 0 || mayFail) return status === 0
  console.error(`${said.trim()}\n\n${what} failed. ${whatToDo(said)}\nBy hand it is:  ${[program, ...rest].join(' ')}`)
  process.exit(status)
}

/**
 * What the reader of a failed step can do about it, by what the program said.
 *
 * @param {string} said
 */
export function whatToDo(said) {
  if (/ENOSPC|no space left/i.test(said)) return 'The disk is full: free some room, then start again.'
  if (/ENOTFOUND|EAI_AGAIN|ECONNREFUSED|ETIMEDOUT|ENETUNREACH|could not resolve|failed to fetch/i.test(said))
    return 'The network cannot be reached: npm packages come from the npm registry, PostgreSQL and Chromium from Debian’s mirrors. Behind a proxy set HTTPS_PROXY, then start again.'
  if (/EACCES|EPERM|permission denied|are you root/i.test(said))
    return 'This user may not write there: start again as the user who owns this folder, or as root.'
  return 'Start again; should it fail in the same way, what it said above tells why.'
}
