import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
}, 120_000)
afterAll(() => scene.close())

const as = (name: string) => commandLine(scene.url, scene.called(name).token)
const day = 'page/day-trips'

test('what goes over is told line by line on either side, and stopped by either', async () => {
  const [one] = JSON.parse((await as('Brigida').run('handovers', '--json')).out) as { id: string; state: string }[]
  expect(one).toMatchObject({ state: 'cooling' })
  const [hers, his] = [await as('Brigida').run('handovers', one!.id), await as('Callum').run('handovers', one!.id)]
  for (const { out } of [hers, his]) {
    expect(out).toContain(
      'Gullwright & Moss hands over Nonna Brigida and Sunday Table to Nonna Brigida’s Kitchen, keeping run',
    )
    expect(out).toMatch(/Stays\n(.*\n)*.*Gullwright & Moss, on Nonna Brigida and Sunday Table: run, without an end/)
    expect(out).toMatch(/Dae Whitlock, on Sunday Table: draft \(beneath what Gullwright & Moss keeps\)/)
    expect(out).toMatch(/Falls\n(.*\n)*.*Admins of Gullwright & Moss/)
  }
  expect((await as('Callum').run('desk')).out).toMatch(/goes over +Nonna Brigida and Sunday Table/)
  expect((await as('Agnese').run('handovers', one!.id)).status).toBe(2)
  const stopped = await as('Brigida').run('handovers', 'stop', one!.id, '--reason', 'Not before Easter.', '--yes')
  expect(stopped.out).toContain('belong to Gullwright & Moss as before')
  expect((await as('Callum').run('handovers')).out).toMatch(/Nonna Brigida and Sunday Table .* stopped/)
})

test('handing over is read before it is sent, answered with less that stays, and waits for its time', async () => {
  const inPerson = async (name: string) => commandLine(scene.url, (await scene.signIn(scene.called(name))).token)
  expect(await as('Agnese').run('hand-over', day, 'to', scene.called('Sanne').business, '--yes')).toMatchObject({
    status: 3,
  })
  const [owner, board] = [await inPerson('Agnese'), await inPerson('Sanne')]
  const number = scene.called('Sanne').business
  const bare = await owner.run('hand-over', day, 'to', number, '--yes')
  expect(bare).toMatchObject({ status: 2, out: '' })
  expect(bare.err).toContain('Say why, for both histories')
  const sent = await owner.run(
    'hand-over',
    day,
    'to',
    number,
    'keeping',
    'draft',
    'because',
    'It is about your town.',
    '--yes',
  )
  expect(sent.err).toMatch(/to +Porto Lindo Tourist Board, Porto Lindo, B-/)
  expect(sent.err).toMatch(/Falls\n(.*\n)*.*The bundle/)
  expect(sent.out).toContain(
    'Sent to Porto Lindo Tourist Board: Day Trips goes over to Porto Lindo Tourist Board; Ondaverde Ferries keeps draft.',
  )
  const [open] = (JSON.parse((await board.run('inbox', '--json')).out) as { id: string; kind: string }[]).filter(
    ({ kind }) => kind === 'handover',
  )
  const accepted = await board.run('accept', open!.id, '--yes')
  expect(accepted.err).toContain('What falls')
  expect(accepted.out).toContain('by itself and in one step')
  expect((await owner.run('assets', 'archive', day)).err).toContain('is being handed over: stop that first')
  expect((await board.run('handovers', 'cool', '24')).out).toContain('cool off for 24 hours')
})
