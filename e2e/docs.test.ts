import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { faults } from '@famiglia/core'
import { settingNames } from '@famiglia/service'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { clientFile, clientSource } from '../scripts/make-client.ts'
import { makeProgram } from '../cli/src/program.ts'
import { commandLine } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

const root = join(import.meta.dirname, '..')
const read = (path: string) => readFileSync(join(root, path), 'utf8')
const pages = [
  'README.md',
  ...readdirSync(join(root, 'docs'))
    .filter(name => name.endsWith('.md'))
    .map(name => `docs/${name}`),
]

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
})
afterAll(() => scene.close())

test('every command of the README runs as it stands there', async () => {
  const commands = [...read('README.md').matchAll(/^npx famiglia (.+)$/gm)].map(match => match[1]!)
  expect(commands.length, 'found no commands: has the README changed its form?').toBeGreaterThan(5)
  const { run } = commandLine(scene.url, scene.agnese.token)
  for (const command of commands)
    expect({ command, ...(await run(...command.split(' '))) }).toMatchObject({ command, status: 0 })
})

test('every link and picture in the docs leads somewhere', () => {
  for (const page of pages)
    for (const [, target] of read(page).matchAll(/\]\((?!https?:)([^)#]+)[^)]*\)/g))
      expect({ page, target, there: existsSync(join(root, dirname(page), target!)) }).toEqual({
        page,
        target,
        there: true,
      })
})

test('every setting is documented, and every documented one exists', () => {
  const documented = [...read('docs/operating.md').matchAll(/^\| `([A-Z_]+)` \|/gm)].map(match => match[1])
  expect(documented.sort()).toEqual([...settingNames].sort())
})

test('every problem is documented with its statuses, and every documented one exists', () => {
  const documented = [...read('docs/http.md').matchAll(/^\| `([a-z.-]+)` \| (\d+) \| (\d) \| (.+) \|$/gm)].map(
    ([, code, status, exit, title]) => [code, { status: Number(status), exit: Number(exit), title }],
  )
  expect(Object.fromEntries(documented)).toEqual(faults)
})

test('every problem that can be met is met by a test', () => {
  const tests = ['core/src', 'service/src', 'cli/src', 'standins/src', 'e2e'].flatMap(place =>
    readdirSync(join(root, place), { recursive: true, encoding: 'utf8' })
      .filter(name => name.endsWith('.test.ts'))
      .map(name => `${place}/${name}`),
  )
  const text = tests.map(read).join('\n')
  expect(tests.length).toBeGreaterThan(60)
  expect(Object.keys(faults).filter(code => !text.includes(`'${code}'`))).toEqual([])
})

test('every command is documented, and every documented one exists', () => {
  // What a shell asks is nobody's to type.
  const known = makeProgram({ HOME: '/nowhere' })
    .commands.map(command => command.name())
    .filter(name => name !== 'complete')
  const table = read('docs/command-line.md')
    .split('\n')
    .filter(line => line.startsWith('| `'))
    .map(line => line.split('|')[1])
    .join(' ')
  const documented = [...table.matchAll(/`([a-z-]+)[^`]*`/g)].map(match => match[1])
  expect([...new Set(documented)].sort()).toEqual(known.sort())
})

test('the client is made from the service as it is now', async () => {
  expect(readFileSync(clientFile, 'utf8') === (await clientSource()), 'run “npm run client”').toBe(true)
})

test('the description is OpenAPI 3.1, and has a page to read it', async () => {
  const description = (await (await fetch(`${scene.url}/openapi.json`)).json()) as { openapi: string; paths: object }
  expect(description.openapi).toBe('3.1.0')
  expect(Object.keys(description.paths).length).toBeGreaterThan(25)
  expect((await fetch(`${scene.url}/api/`)).status).toBe(200)
})
