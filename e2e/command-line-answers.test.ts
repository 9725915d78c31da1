import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

const winter = 'ad-account/winter-freight'

test('what was sent is sent again and taken back by naming whom it was sent to', async () => {
  const { run } = commandLine(scene.url, scene.agnese.token)
  await run('let', 'bea@ondaverde.example', 'watch', 'on', winter, '--note', 'Welcome aboard.')
  expect((await run('remind', 'bea@ondaverde.example')).out).toContain('The old link no longer works')
  expect((await run('withdraw', 'bea@ondaverde.example')).out).toContain('Withdrawn')
  expect(await run('withdraw', 'bea@ondaverde.example')).toMatchObject({
    status: 2,
    err: 'Nothing open was sent to bea@ondaverde.example.\n',
  })
})

test('an invitation is declined by its link, with a reason and without a sign-in', async () => {
  await scene.say(scene.agnese, `let idris@ondaverde.example watch on ${winter}`)
  const { run } = commandLine(scene.url, null)
  const link = `${scene.url}/invitation#${await scene.link('idris@ondaverde.example')}`
  expect((await run('decline', link, '--reason', 'Wrong Idris.')).out).toContain('Declined')
  expect(await run('accept', link)).toMatchObject({ status: 3, err: expect.stringContaining('declined already') })
})

test('who has a sign-in accepts from their desk by its id, and is told when a link is meant for another', async () => {
  await scene.say(scene.agnese, `let callum@gullwright.example draft on ${winter}`)
  await scene.say(scene.agnese, `let wren@ondaverde.example watch on ${winter}`)
  const { run } = commandLine(scene.url, scene.callum.token)
  const next = /accept ([0-9a-f-]{36})/.exec((await run('desk')).out)
  expect(await run('accept', await scene.link('wren@ondaverde.example'))).toMatchObject({
    status: 3,
    err: expect.stringContaining('is for wren@ondaverde.example'),
  })
  expect((await run('accept', next![1]!)).out).toContain('You work for Ondaverde Ferries')
})

test('who works for several businesses says for whom, once or from now on', async () => {
  const { run } = commandLine(scene.url, scene.callum.token)
  expect(await run('assets')).toMatchObject({ status: 2, err: expect.stringContaining('Say for whom') })
  expect((await run('assets', '--for', scene.callum.business)).out).toContain('ad-account/showcase')
  expect((await run('act-for', 'ondaverde')).err).toContain('Acting for Ondaverde Ferries')
  expect((await run('assets')).out).toContain(winter)
  expect((await run('me')).out).toContain(`→ ${scene.agnese.business}`)
  expect(await run('act-for', 'nobody')).toMatchObject({
    status: 2,
    err: expect.stringContaining('You work for no business “nobody”'),
  })
})

test('an asset is renamed and keeps its number; people and what they reach are listed', async () => {
  const { run } = commandLine(scene.url, scene.agnese.token)
  expect((await run('assets', 'rename', winter, '--name', 'Winter Cargo')).out).toMatch(
    /It is Winter Cargo now: ad-account\/winter-freight, still A-/,
  )
  expect((await run('people')).out).toMatch(
    /Tomasz Oyelaran +tomasz@ondaverde.example +member +1 +none +Agnese Torvald/,
  )
  expect((await run('what', 'tomasz@ondaverde.example')).out).toMatch(
    /winter-freight +Winter Cargo +Ondaverde Ferries +watch +revenue and contacts/,
  )
  expect((await run('history', '--person', 'tomasz@ondaverde.example', '--limit', '1', '--json')).out).toContain(
    '"sentence"',
  )
})

test('a business is opened from the command line, and its purpose is quoted as the shell leaves it', async () => {
  const { run } = commandLine(scene.url, scene.agnese.token)
  const opened = await run(
    'open-business',
    '--business',
    'Vastholm Freight',
    '--town',
    'Vastholm',
    '--zone',
    'Europe/Oslo',
    '--name',
    'Egil Rasmund',
    '--address',
    'egil@vastholm.example',
  )
  expect(opened.out).toContain('A letter is on its way to egil@vastholm.example')
  const preview = await run(
    'preview',
    'let',
    'noor@ondaverde.example',
    'watch',
    'on',
    winter,
    'to',
    'read the results',
    '--json',
  )
  expect((JSON.parse(preview.out) as { sentence: string }).sentence).toBe(
    `let noor@ondaverde.example watch on ${winter} to "read the results"`,
  )
})
