import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { homedir } from 'node:os'
import { dirname, join } from 'node:path'

/** What the command line keeps between two calls. */
export interface Kept {
  readonly url?: string
  readonly token?: string
  readonly actingFor?: string
}

export interface Environment {
  readonly [name: string]: string | undefined
}

export function settingsFile(environment: Environment): string {
  const folder = environment['XDG_CONFIG_HOME'] || join(environment['HOME'] || homedir(), '.config')
  return join(folder, 'famiglia', 'sign-in.json')
}

export function readKept(environment: Environment): Kept {
  const path = settingsFile(environment)
  if (!existsSync(path)) return {}
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as Kept
  } catch {
    throw new Error(`${path} cannot be read. Remove it and sign in again.`)
  }
}

/** Keeps changed settings, readable by their owner alone: the token in them is a key. */
export function keep(environment: Environment, changed: { [K in keyof Kept]?: Kept[K] | undefined }): void {
  const path = settingsFile(environment)
  mkdirSync(dirname(path), { recursive: true, mode: 0o700 })
  const kept = Object.fromEntries(
    Object.entries({ ...readKept(environment), ...changed }).filter(([, value]) => value !== undefined),
  )
  writeFileSync(`${path}.new`, JSON.stringify(kept, null, 2), { mode: 0o600 })
  renameSync(`${path}.new`, path)
}

export function urlFrom(environment: Environment, kept: Kept): string {
  return (environment['FAMIGLIA_URL'] || kept.url || 'http://127.0.0.1:4810').replace(/\/+$/, '')
}
