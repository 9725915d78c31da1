import { spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

export interface Ran {
  readonly status: number | null
  readonly out: string
  readonly err: string
}

export const famigliaProgram = join(import.meta.dirname, '../../cli/bin/famiglia.mjs')

/** The real command line, as a process of its own, with a home of its own. */
export function commandLine(url: string, token: string | null) {
  const home = mkdtempSync(join(tmpdir(), 'famiglia-cli-'))
  const environment = {
    PATH: process.env['PATH'],
    HOME: home,
    FAMIGLIA_URL: url,
    ...(token ? { FAMIGLIA_TOKEN: token } : {}),
  }
  const started = (program: string, args: readonly string[]): Promise<Ran> => {
    const child = spawn(program, args, { env: environment, stdio: ['ignore', 'pipe', 'pipe'] })
    let out = ''
    let err = ''
    child.stdout.on('data', chunk => (out += String(chunk)))
    child.stderr.on('data', chunk => (err += String(chunk)))
    return new Promise(done => child.once('close', status => done({ status, out, err })))
  }
  const run = (...args: string[]) => started(process.execPath, [famigliaProgram, ...args])
  /** What somebody types after `famiglia`, read by a shell as it is read from a terminal. */
  const type = (line: string) => started('/bin/sh', ['-c', `'${process.execPath}' '${famigliaProgram}' ${line}`])
  return { run, type, started, home, environment }
}
