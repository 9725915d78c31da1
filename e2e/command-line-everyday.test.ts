import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
})
afterAll(() => scene.close())

const as = (name: string) => commandLine(scene.url, scene.called(name).token)

test('asking for a colleague by name; one name that is nobody’s asks for nothing', async () => {
  const { run } = as('Tomasz')
  const asked = await run(
    'ask',
    'watch',
    'on',
    'Winter',
    'Freight',
    '--whom',
    'Bea Fontaine',
    '--reason',
    'She counts.',
  )
  expect(asked).toMatchObject({ status: 0, out: expect.stringContaining('to be given to Bea Fontaine') })
  expect((await run('desk')).out).toContain('it waits for Agnese Torvald or Ruben Achterberg')
  expect(await run('ask', 'watch', 'on', 'Winter', 'Freight', '--whom', 'Bea Fontane', '--reason', 'x')).toMatchObject({
    status: 2,
    err: expect.stringContaining('Bea Fontane'),
  })
})

test('what is meant so is said and taken back; what a business is to others is set piece by piece', async () => {
  const { run } = as('Agnese')
  const bea = 'bea@ondaverde.example'
  expect((await run('desk')).out).toContain('Bea Fontaine cannot “run our adverts” yet')
  expect((await run('meant', bea, 'run our adverts')).out).toContain('no desk tells it any more')
  expect((await run('desk')).out).not.toContain('Bea Fontaine cannot “run our adverts” yet')
  expect((await run('meant', bea, 'run our adverts', '--tell-again')).out).toContain('told on the desks again')
  expect(await run('meant', bea, 'no such thing')).toMatchObject({ status: 2 })

  const callum = as('Callum')
  const set = ['--contact-name', 'Callum Osei-Bright', '--contact-address', 'hello@gullwright.example']
  expect(await callum.run('profile', 'set', '--works-as', 'agency', ...set)).toMatchObject({ status: 0 })
  expect(await callum.run('profile', 'set', '--telephone', '+44 20 7946 0018')).toMatchObject({ status: 0 })
  expect((await callum.run('profile')).out).toMatch(
    /an agency in Tarnmouth[\s\S]*Callum Osei-Bright, hello@gullwright.example, \+44 20 7946 0018/,
  )
  // Nothing is taken for done that was not.
  const half = ['profile', 'set', '--contact-name', 'Yuki Abernathy'] as const
  expect(await as('Yuki').run(...half)).toMatchObject({ status: 2, err: expect.stringContaining('--contact-address') })
  expect(await callum.run('profile', 'set', '--works-as', 'circus')).toMatchObject({ status: 2 })
  expect((await run('look-up', scene.called('Callum').business)).out).toContain('an agency in Tarnmouth')
  expect((await run('invite-business', 'lena@saltmarsh.example')).out).toContain('Nothing was given.')
})

test('a business says what closing it would end, what stands in the way, is closed with a reason, read, and opened again', async () => {
  expect((await as('Callum').run('close')).out).toMatch(/First:\n +A handover of .* is under way/)
  const callum = commandLine(scene.url, (await scene.signIn(scene.called('Callum'))).token)
  expect(await callum.run('close', '--reason', 'x', '--yes')).toMatchObject({
    status: 3,
    err: expect.stringContaining('is under way'),
  })
  const egil = await scene.signIn(scene.called('Egil'))
  const { run } = commandLine(scene.url, egil.token)
  expect((await run('close')).out).toContain('To close it: close --reason …')
  expect(await run('close', '--reason', 'The season is over.', '--yes')).toMatchObject({
    status: 0,
    out: expect.stringContaining('An admin can open it again until'),
  })
  expect((await run('close')).out).toMatch(/^Closed on .* by Egil Rasmund\./)
  expect((await run('history')).out).toContain('The season is over.')
  expect(await run('let', 'new@vastholm.example', 'watch', 'on', 'everything')).toMatchObject({ status: 3 })
  expect((await run('reopen')).out).toContain('is open again')
})
