import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine, famigliaProgram } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
let agnese: ReturnType<typeof commandLine>
beforeAll(async () => {
  scene = await openScene({ whole: true })
  agnese = commandLine(scene.url, scene.agnese.token)
})
afterAll(() => scene.close())

const complete = async (...words: string[]) =>
  (await agnese.run('complete', '--', ...words)).out.split('\n').filter(Boolean)

test('the shell is told what may come next: commands, options, and by name what is there', async () => {
  expect(await complete('unf')).toEqual(['unfreeze'])
  expect(await complete('teams', 'm')).toEqual(['make'])
  expect(await complete('history', '--ve')).toEqual(['--verify', '--version'])
  expect(await complete('who', 'ad-account/s')).toContain('ad-account/summer-crossings')
  expect(await complete('let', 'tomasz')).toEqual([scene.tomasz.email])
  expect(await complete('ready', 'me', 'run')).toContain('run our adverts')
  expect(await complete('let', scene.tomasz.email, 'ru')).toContain('run')
  expect(await complete('can', 'me', 'ads.p')).toEqual(['ads.pause', 'ads.publish'])
  // Who is not signed in is told the commands, and no name.
  const stranger = commandLine(scene.url, null)
  expect((await stranger.run('complete', '--', 'who', 'ad-')).out).toBe('')
})

test('bash completes an address and an asset as somebody types them', async () => {
  const typed = async (line: string) => {
    const script = `famiglia() { '${process.execPath}' '${famigliaProgram}' "$@"; }
      source <(famiglia completion bash)
      COMP_LINE=${JSON.stringify(line)} COMP_POINT=${line.length}
      _famiglia; printf '%s\\n' "\${COMPREPLY[@]}"`
    const { out, err } = await agnese.started('/bin/bash', ['-c', script])
    expect(err).toBe('')
    return out.trim().split('\n')
  }
  expect(await typed('famiglia who ad-account/su')).toContain('ad-account/summer-crossings')
  expect(await typed('famiglia what tomasz@on')).toEqual(['ondaverde.example'])
  expect(await typed('famiglia his')).toEqual(['history'])
})

test('CSV and JSON of the history are all of it, with whole hashes and exact times; a table is the last of it', async () => {
  const [{ entries }] = (await scene.sql<{ entries: number }>(
    'SELECT count(*)::integer AS entries FROM history JOIN business ON business.id = chain_id WHERE business.number = $1',
    [scene.agnese.business],
  )) as [{ entries: number }]
  expect(entries).toBeGreaterThan(50)
  const csv = (await agnese.run('history', '--csv')).out.trim().split('\r\n')
  expect(csv).toHaveLength(entries + 1)
  expect(csv[1]).toMatch(/^\d+,\d{4}-\d{2}-\d{2}T[\d:.]+Z,.*,[0-9a-f]{64}$/)
  const json = JSON.parse((await agnese.run('history', '--json')).out) as { hash: string }[]
  expect(json.map(({ hash }) => hash)).toEqual(csv.slice(1).map(line => line.split(',').at(-1)))
  expect((await agnese.run('history')).out.trim().split('\n')).toHaveLength(51)
  expect((await agnese.run('history', '--json', '--limit', '3')).out.match(/"hash"/g)).toHaveLength(3)
})

test('tables fit the terminal, at 80 and at 200 columns', async () => {
  for (const [width, command] of [80, 200].flatMap(columns =>
    [['history'], ['who', 'ad-account/summer-crossings'], ['people'], ['assets'], ['money'], ['partners']].map(
      args => [columns, args] as const,
    ),
  )) {
    const { status, out } = await commandLineAt(width).run(...command)
    expect(status).toBe(0)
    for (const line of out.split('\n'))
      expect([...line].length, `${command.join(' ')}: ${line}`).toBeLessThanOrEqual(width)
  }
})

function commandLineAt(columns: number): ReturnType<typeof commandLine> {
  const line = commandLine(scene.url, scene.agnese.token)
  Object.assign(line.environment, { COLUMNS: String(columns) })
  return line
}
