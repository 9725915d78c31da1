import { answerOf } from '@famiglia/client'
import { setTimeout as sleep } from 'node:timers/promises'
import { createTransport } from 'nodemailer'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine } from '../../../e2e/support/commandLine.ts'
import { at, openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

const winter = 'ad-account/winter-freight'
const server = () => scene.town.inbox.server
const invite = async (address: string) => (await scene.say(scene.agnese, `let ${address} watch on ${winter}`)).proposal!
const look = () => scene.sql("INSERT INTO jobs.job (name, data) VALUES ('send-letters', '{}')")
const eventually = async (isSo: () => Promise<boolean> | boolean) => {
  for (let tries = 0; tries < 150; tries++) {
    if (await isSo()) return
    await sleep(100)
  }
  throw new Error('It never came to be so.')
}
const metric = async (name: string) =>
  Number(
    (await (await fetch(`${scene.url}/metrics`)).text())
      .split('\n')
      .find(line => line.startsWith(name))!
      .split(' ')
      .at(-1),
  )

test('a mail server that is away for a day loses no letter: all go out when it is back, in order, once', async () => {
  const inbox = scene.town.inbox.letters
  await scene.letters(scene.agnese.email)
  server().isAway = true
  const [before, known] = [server().taken, inbox.list().length]
  const links = 5
  for (let index = 0; index < links; index++) await invite(`crew-${index}@ondaverde.example`)
  for (let hours = 0; hours < 30; hours++) {
    scene.clock.forward({ hours: 1 })
    await look()
  }
  // What is written to somebody later comes later, though it could leave at once.
  await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on ${winter}`)
  await scene.say(scene.agnese, `end ${scene.tomasz.email} on ${winter}`)
  await eventually(async () => (await scene.sql('SELECT FROM mail WHERE tries > 0 AND sent_at IS NULL')).length > 0)
  expect(await metric('famiglia_letters{state="waiting"}')).toBeGreaterThanOrEqual(links + 2)
  server().isAway = false
  await look()
  await eventually(() => server().taken >= before + links + 2)
  await sleep(1_000)
  expect(server().taken - before).toBe(inbox.list().length - known)
  const arrived = inbox
    .list()
    .filter(({ to }) => to.startsWith('crew') || to === scene.tomasz.email)
    .slice(0, links + 2)
    .reverse()
  expect(new Set(arrived.map(({ to }) => to)).size).toBe(links + 1)
  // Several leave at once; to one address they leave in the order in which they were written.
  expect(arrived.filter(({ to }) => to === scene.tomasz.email).map(({ subject }) => subject)).toEqual([
    expect.stringContaining('changed what you may do'),
    expect.stringContaining('ended'),
  ])
  expect(await metric('famiglia_oldest_letter_seconds')).toBeGreaterThanOrEqual(0)
}, 60_000)

test('a mailbox that is not there is told to who sent it, at once, on the desk, the proposal and the command line', async () => {
  const proposal = await invite('nobody@ondaverde.example')
  const words =
    'The letter to nobody@ondaverde.example came back: there is no such mailbox. Check the address, or pass the link on.'
  const desk = () => answerOf(scene.agnese.client.GET('/v1/businesses/{business}/desk', { params: at(scene.agnese) }))
  await eventually(async () => (await desk()).waiting.some(row => row.cameBack === words))
  const read = async (who = scene.agnese) =>
    answerOf(
      who.client.GET('/v1/businesses/{business}/proposals/{proposal}', {
        params: { path: { ...at(scene.agnese).path, proposal } },
      }),
    )
  expect((await read()).cameBack).toBe(words)
  const { run } = commandLine(scene.url, scene.agnese.token)
  expect((await run('desk')).out.replace(/\s+/g, ' ')).toContain('came back')
  expect((await run('inbox', proposal)).out).toContain('there is no such mailbox')
  expect(await metric('famiglia_letters{state="refused"}')).toBe(1)
  const [{ tries }] = (await scene.sql('SELECT tries FROM mail WHERE refused_at IS NOT NULL')) as [{ tries: number }]
  expect(tries).toBe(1)
})

test('a letter that comes back after it had left is told like one that was refused, and only its own return address is a door', async () => {
  const refusedBefore = await metric('famiglia_letters{state="refused"}')
  const proposal = await invite('gone@ondaverde.example')
  const read = () =>
    answerOf(
      scene.agnese.client.GET('/v1/businesses/{business}/proposals/{proposal}', {
        params: { path: { ...at(scene.agnese).path, proposal } },
      }),
    )
  await eventually(async () => (await read()).cameBack !== null)
  expect((await read()).cameBack).toBe(
    'The letter to gone@ondaverde.example came back: the mailbox is closed. Check the address, or pass the link on.',
  )
  expect(await metric('famiglia_letters{state="refused"}')).toBe(refusedBefore + 1)

  const arrived = await invite('there@ondaverde.example')
  await eventually(() => scene.town.inbox.letters.list('there@ondaverde.example').length === 1)
  const [{ id }] = (await scene.sql('SELECT id FROM mail WHERE proposal_id = $1', [arrived])) as [{ id: string }]
  const back = scene.town.inbox.letters.list('there@ondaverde.example')[0]!.returnPath
  const { port } = /:(?<port>\d+)$/.exec(scene.town.service.kit.config.FAMIGLIA_BOUNCES!.listen!)!.groups!
  const door = createTransport({ host: '127.0.0.1', port: Number(port) })
  const report = (to: string, fields: string) =>
    door.sendMail({
      envelope: { from: '', to },
      raw: `Content-Type: multipart/report; report-type=delivery-status; boundary=b\r\n\r\n--b\r\nContent-Type: message/delivery-status\r\n\r\nReporting-MTA: dns; x\r\n\r\n${fields}\r\n--b--\r\n`,
    })
  const failed = 'Final-Recipient: rfc822; x\r\nAction: failed\r\nStatus: 5.1.1\r\n'
  const guessed = `bounces+${id.replaceAll('-', '')}-0123456789abcdef@famiglia.example`
  for (const to of [guessed, 'bounces@famiglia.example', 'agnese@ondaverde.example'])
    await expect(report(to, failed)).rejects.toMatchObject({ responseCode: 550 })
  await report(back, 'Final-Recipient: rfc822; x\r\nAction: delayed\r\nStatus: 4.4.1\r\n')
  await door.sendMail({ envelope: { from: '', to: back }, raw: 'Subject: Out of office\r\n\r\nBack on Monday.\r\n' })
  await expect(report(back, 'x'.repeat(1_100_000))).rejects.toThrow()
  expect(await scene.sql('SELECT FROM mail WHERE id = $1 AND refused_at IS NOT NULL', [id])).toEqual([])
  // It may be faster than the note that the letter has left.
  await scene.sql('UPDATE mail SET sent_at = NULL, sending_since = now() WHERE id = $1', [id])
  await report(back, 'Final-Recipient: rfc822; x\r\nAction: failed\r\nStatus: 4.4.7\r\n')
  await eventually(
    async () => (await scene.sql('SELECT FROM mail WHERE id = $1 AND refused_at IS NOT NULL', [id])).length > 0,
  )
  const [{ refusal }] = (await scene.sql('SELECT refusal FROM mail WHERE id = $1', [id])) as [{ refusal: string }]
  expect(refusal).toBe('the mail server there did not take it in time')
  door.close()
})

test('who is asked for patience is asked again later, and holds up nobody else', async () => {
  await invite('later@ondaverde.example')
  await invite('at-once@ondaverde.example')
  await eventually(() => scene.town.inbox.letters.list('at-once@ondaverde.example').length === 1)
  expect(scene.town.inbox.letters.list('later@ondaverde.example')).toEqual([])
  scene.clock.forward({ minutes: 5 })
  await look()
  await eventually(() => scene.town.inbox.letters.list('later@ondaverde.example').length === 1)
})

test('a slow server gets one copy, and a letter that it is taking is past recalling', async () => {
  server().slow = 22_000
  const before = server().taken
  const proposal = await invite('patient@ondaverde.example')
  const isTaken = 'SELECT FROM mail WHERE proposal_id = $1 AND sending_since IS NOT NULL'
  await eventually(async () => (await scene.sql(isTaken, [proposal])).length === 1)
  const withdrawn = await answerOf(
    scene.agnese.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
      params: { path: { ...at(scene.agnese).path, proposal } },
    }),
  )
  expect(withdrawn.neverSent).toBe(false)
  await sleep(24_000)
  server().slow = 0
  expect(scene.town.inbox.letters.list('patient@ondaverde.example').length).toBeGreaterThan(0)
  expect(server().taken - before).toBe(scene.town.inbox.letters.list('patient@ondaverde.example').length)
}, 60_000)
