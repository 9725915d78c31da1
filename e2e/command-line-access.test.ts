import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
})
afterAll(() => scene.close())

const as = (name: string) => commandLine(scene.url, scene.called(name).token)
const crossings = 'ad-account/summer-crossings'
const priya = 'priya@ondaverde.example'
const bea = 'bea@ondaverde.example'
const tomasz = 'tomasz@ondaverde.example'

test('who reaches what is told all at once, and narrowed to who can spend', async () => {
  const { run } = as('Agnese')
  const all = (await run('access')).out
  expect(all).toMatch(/Agnese Torvald +admin +yes +everything the business owns/)
  expect(all).toMatch(
    /Reporting +team, one person .*analytics-account\/ondaverde-web watch; property\/ticket-shop watch \(indirectly\)/,
  )
  expect(all).toMatch(
    /oona@pebblecast.example +invited .*channel\/decks-and-harbours edit captions \(waiting for an answer\)/,
  )
  const spenders = (await run('access', '--show', 'can spend')).out
  expect(spenders).toContain('Priya Lindqvist')
  expect(spenders).not.toContain('Idris Vannucci')
  expect(await run('access', '--show', 'can fly')).toMatchObject({ status: 2 })
  expect(await as('Bea').run('access')).toMatchObject({ status: 3, err: expect.stringContaining('takes an admin') })
})

test('who can give access is told with the reason, and see-as shows exactly what somebody gets', async () => {
  const { run } = as('Agnese')
  expect((await run('who', crossings, '--can-give')).out).toMatch(
    /Ruben Achterberg .* Ruben Achterberg is admin of Ondaverde Ferries, which owns Summer Crossings/,
  )
  const seen = JSON.parse((await run('see-as', bea, '--json')).out) as object[]
  expect(seen).toHaveLength(5)
  expect(seen).toEqual(JSON.parse((await as('Bea').run('what', '--json')).out))
})

test('readiness says what is missing, and the sentence it offers mends it', async () => {
  const { run } = as('Agnese')
  const hole = await run('ready', bea, 'run our adverts')
  expect(hole).toMatchObject({ status: 1, out: expect.stringContaining('2 of 3 are met') })
  const mending = /^ +(let \S+ tag\.use on .*)$/m.exec(hole.out)![1]!
  expect(hole.out).toMatch(/Agnese Torvald or Ruben Achterberg can say that/)
  expect((await run('who', crossings, '--ready', 'run our adverts')).out).toMatch(
    /Bea Fontaine .* 2 of 3 +let \S+ tag\.use[\s\S]*Priya Lindqvist .* yes/,
  )
  expect(await run('preview', mending)).toMatchObject({ status: 0 })
  expect(
    await run(
      ...mending
        .replaceAll('"', '')
        .split(/ (?=to )/)[0]!
        .split(' '),
      '--yes',
    ),
  ).toMatchObject({ status: 0 })
  expect(await run('ready', bea, 'run our adverts')).toMatchObject({
    status: 0,
    out: expect.stringContaining('is ready'),
  })
})

test('several people and a purpose of several words are said as in the console', async () => {
  const { run } = as('Agnese')
  const said = await run(
    'let',
    `${bea},`,
    'idris@ondaverde.example',
    'caption our videos',
    'on',
    'channel/decks-and-harbours',
    '--yes',
  )
  expect(said).toMatchObject({ status: 0, err: expect.stringContaining('Let Bea Fontaine and Idris Vannucci') })
  expect((await run('can', bea, 'caption.edit', 'channel/decks-and-harbours')).status).toBe(0)
  expect((await run('can', bea, 'video.publish', 'channel/decks-and-harbours')).status).toBe(1)
})

test('what is asked for lands on a desk, and can be granted with less', async () => {
  expect(await as('Bea').run('ask', 'watch', 'on', 'page/day-trips')).toMatchObject({ status: 2 })
  expect((await as('Bea').run('ask', 'run', 'on', 'page/day-trips', '--reason', 'To answer guests.')).out).toContain(
    'It is on the desk of Agnese Torvald and Ruben Achterberg',
  )
  const { run } = as('Agnese')
  const [, id] = /Bea Fontaine asks for .*Day Trips.*accept (\S+)/.exec((await run('desk')).out)!
  expect(await run('accept', id!, '--less', 'watch on page/day-trips')).toMatchObject({
    status: 0,
    err: expect.stringMatching(/^Bea Fontaine asks for .*[\s\S]*allows to /),
  })
  expect((await run('what', bea)).out).toMatch(/page\/day-trips .*watch/)
})

test('a standing is chosen apart from assets; a pause stops somebody and ends nothing', async () => {
  const { run } = as('Agnese')
  expect((await run('standing', tomasz, 'finance')).out).toContain('finance')
  expect((await run('can', tomasz, 'billing.see', crossings)).status).toBe(0)
  expect((await run('standing', tomasz, 'member')).out).toContain('member')
  expect((await run('can', tomasz, 'billing.see', crossings)).status).toBe(1)
  await run('pause', priya, '--reason', 'On leave.')
  expect((await run('can', priya, 'ads.publish', crossings)).status).toBe(1)
  expect((await run('why', priya, 'ads.publish', crossings)).out).toContain('paused')
  await run('resume', priya)
  expect((await run('can', priya, 'ads.publish', crossings)).status).toBe(0)
})

test('an asset is created on its platform, tied, frozen, archived and brought back', async () => {
  const { run } = as('Agnese')
  expect((await run('assets', 'kinds', 'pixel')).out).toMatch(
    /adverts +use the tag in adverts +– +– +yes +yes +tag\.use/,
  )
  expect((await run('assets', 'kinds')).out).toMatch(/^mailing-account/m)
  const made = await run('assets', 'create', 'marram', 'tag', '--name', 'Winter tag', '--handle', 'winter-tag')
  expect(made).toMatchObject({ status: 0, out: expect.stringContaining('tag/winter-tag') })
  await run('assets', 'tie', 'tag/winter-tag', 'ad-account/winter-freight')
  expect((await run('assets', 'show', 'tag/winter-tag')).out).toContain('tied to ad-account/winter-freight')
  expect((await run('assets', 'siblings', 'tag/winter-tag')).out).toMatch(/let priya@\S+ .* on tag\/winter-tag/)
  await run('let', priya, 'run', 'on', 'tag/winter-tag', '--yes')
  for (const [stop, lift] of [
    [['freeze'], ['unfreeze']],
    [
      ['assets', 'archive'],
      ['assets', 'bring-back'],
    ],
  ] as const) {
    expect(await run(...stop, 'tag/winter-tag')).toMatchObject({ status: 0 })
    expect((await run('can', priya, 'event.test', 'tag/winter-tag')).status).toBe(1)
    expect((await run(...lift, 'tag/winter-tag')).out).toContain('all is as it was')
    expect((await run('can', priya, 'event.test', 'tag/winter-tag')).status).toBe(0)
  }
})

test('who joins a team gains what it holds, and who is dropped loses it, at once', async () => {
  const { run } = as('Agnese')
  const shop = 'property/ticket-shop'
  expect((await run('can', tomasz, 'report.see', shop)).status).toBe(1)
  expect(await run('teams', 'join', 'paid-media', tomasz)).toMatchObject({ status: 0 })
  expect((await run('can', tomasz, 'report.see', shop)).status).toBe(0)
  expect((await run('what', tomasz)).out).toContain(shop)
  await run('teams', 'drop', 'paid-media', tomasz)
  expect((await run('can', tomasz, 'report.see', shop)).status).toBe(1)
  await run('teams', 'make', 'winter-crew', '--name', 'Winter crew')
  await run('teams', 'join', 'winter-crew', tomasz)
  await run('let', 'team/winter-crew', 'watch', 'on', 'page/winter-timetable', '--yes')
  expect((await run('teams', 'show', 'winter-crew')).out).toContain('may watch on Winter Timetable')
  expect(await run('teams', 'dissolve', 'winter-crew', '--yes')).toMatchObject({ status: 0 })
  expect((await run('can', tomasz, 'post.see', 'page/winter-timetable')).status).toBe(1)
})

test('a bundle by rule takes in what comes later; one by list what is put in', async () => {
  const { run } = as('Agnese')
  await run('bundles', 'make', 'all-tags', '--name', 'All tags', '--all', 'tag')
  await run('let', 'idris@ondaverde.example', 'watch', 'on', 'bundle/all-tags', '--yes')
  await run('assets', 'create', 'marram', 'tag', '--name', 'Cabin tag', '--handle', 'cabin-tag')
  expect((await run('can', 'idris@ondaverde.example', 'event.see', 'tag/cabin-tag')).status).toBe(0)
  expect((await run('bundles', 'take', 'summer-season', 'page/day-trips')).status).toBe(0)
  expect((await run('bundles', 'show', 'summer-season')).out).not.toContain('page/day-trips')
  await run('bundles', 'put', 'summer-season', 'page/day-trips')
  expect((await run('bundles', 'show', 'summer-season')).out).toContain('page/day-trips')
})

test('a business writes purposes of its own', async () => {
  const { run } = as('Agnese')
  expect(
    await run('purposes', 'write', 'answer our guests', '--must', 'page=message.answer', '--also', 'profile=watch'),
  ).toMatchObject({ status: 0 })
  expect((await run('purposes')).out).toMatch(/answer our guests +yours? .*message\.answer on a page|answer our guests/)
  await run('let', bea, 'answer our guests', 'on', 'page/ondaverde-ferries', '--yes')
  expect((await run('can', bea, 'message.answer', 'page/ondaverde-ferries')).status).toBe(0)
  expect(await run('purposes', 'remove', 'answer our guests')).toMatchObject({ status: 0 })
  expect(await run('ready', bea, 'answer our guests')).toMatchObject({ status: 2 })
})

test('a lost letter’s link is passed on, and is answered from another address once the inviter has confirmed it', async () => {
  const { run } = as('Agnese')
  const stranger = commandLine(scene.url, null)
  const link = /http\S+invitation#\S+/.exec((await run('pass-on', 'oona@pebblecast.example')).out)![0]
  const signIn = ['--name', 'Oona Prewitt', '--password', 'a caption for every wave']
  expect(await stranger.run('accept', link, ...signIn)).toMatchObject({
    status: 3,
    err: expect.stringContaining('does not prove your address'),
  })
  expect((await stranger.run('accept', link, '--address', 'oona@prewitt.example')).out).toContain(
    'The inviter is asked',
  )
  expect((await run('move', 'oona@pebblecast.example')).out).toContain('Sent to oona@prewitt.example')
  const letter = `${scene.url}/invitation#${await scene.link('oona@prewitt.example')}`
  expect(await stranger.run('accept', letter, ...signIn)).toMatchObject({
    status: 0,
    out: expect.stringContaining('You work for Ondaverde Ferries'),
  })
  expect((await run('can', 'oona@prewitt.example', 'caption.edit', 'channel/decks-and-harbours')).status).toBe(0)
})

test('what is done to admins is told with its reason, asked to be undone, and takes two where the business chose so', async () => {
  const agnese = commandLine(scene.url, (await scene.signIn(scene.called('Agnese'))).token)
  expect(await agnese.run('--yes', 'standing', priya, 'admin')).toMatchObject({
    status: 2,
    err: expect.stringContaining('takes a reason'),
  })
  expect((await agnese.run('--yes', 'standing', priya, 'admin', '--note', 'For the summer.')).out).toContain('is admin')
  expect(await as('Agnese').run('standing', priya, 'member', '--note', 'No.')).toMatchObject({
    status: 3,
    err: expect.stringContaining('with nobody there'),
  })
  const ruben = as('Ruben')
  const [, change] = /^(\S+) +Ondaverde Ferries +Agnese Torvald made Priya Lindqvist an admin +For the summer\./m.exec(
    (await ruben.run('admins')).out,
  )!
  expect((await ruben.run('admins', 'undo', change!, '--reason', 'Two are enough.')).out).toContain(
    'Asked to undo that Agnese Torvald made Priya Lindqvist an admin',
  )
  expect((await ruben.run('admins')).out).toContain('asked for')
  const [, request] = /Ruben Achterberg asks to undo.*accept (\S+)/.exec((await agnese.run('desk')).out)!
  expect(await agnese.run('--yes', 'accept', request!)).toMatchObject({
    status: 0,
    out: expect.stringContaining('Priya Lindqvist is member'),
  })
  expect((await agnese.run('admins', 'approvals', 'two', '--reason', 'We are three.')).out).toContain(
    'takes two admins',
  )
  expect((await agnese.run('--yes', 'standing', bea, 'admin', '--note', 'She knows the ropes.')).out).toContain(
    'It waits for Ruben Achterberg',
  )
  expect(await agnese.run('admins', 'approvals', 'three', '--reason', 'x')).toMatchObject({ status: 2 })
})

test('one’s own sign-ins and addresses are tended from the shell', async () => {
  expect(await as('Tomasz').run('token', 'spare')).toMatchObject({
    status: 3,
    err: expect.stringContaining('with nobody there'),
  })
  const { run } = commandLine(scene.url, (await scene.signIn(scene.called('Tomasz'))).token)
  await run('token', 'spare')
  const [, id] = /token “spare”.* ([0-9a-f-]{36})$/m.exec((await run('sign-ins')).out)!
  expect(await run('sign-ins', 'end', id!)).toMatchObject({ status: 0 })
  expect((await run('sign-ins')).out).not.toContain('spare')
  expect((await run('addresses')).out).toContain(tomasz)
  expect((await run('addresses', 'add', 'tom@oyelaran.example')).out).toContain('tom@oyelaran.example')
})

test('a forgotten password is chosen anew by letter, and an address nobody has is answered alike', async () => {
  const { run } = commandLine(scene.url, null)
  const answers = await Promise.all(
    [tomasz, 'nobody@nowhere.example'].map(async address =>
      (await run('forgot-password', address)).out.replaceAll(address, 'ADDRESS'),
    ),
  )
  expect(new Set(answers)).toHaveLength(1)
  const link = await scene.link(tomasz, 'new password')
  expect(await run('new-password', `${scene.url}/new-password#${link}`, '--password', '1234567890')).toMatchObject({
    status: 2,
    err: expect.stringContaining('among the first a guesser would try'),
  })
  expect(
    await run('new-password', `${scene.url}/new-password#${link}`, '--password', 'gulls over the breakwater'),
  ).toMatchObject({ status: 0 })
  expect(
    await run('new-password', `${scene.url}/new-password#${link}`, '--password', 'gulls under the breakwater'),
  ).toMatchObject({ status: 3 })
})

test('somebody is offboarded: what they hold, what only they hold, and one step that ends it all', async () => {
  const { run } = as('Agnese')
  const fenn = 'fenn@pebblecast.example'
  const looked = await run('offboard', fenn)
  expect(looked).toMatchObject({ status: 0, out: expect.stringContaining('channel/decks-and-harbours') })
  expect((await run('can', fenn, 'video.publish', 'channel/decks-and-harbours')).status).toBe(0)
  expect((await run('offboard', fenn, '--yes')).out).toContain('Looked at from their side: nothing is left.')
  expect((await run('what', fenn)).status).not.toBe(0)
  expect((await as('Fenn').run('what')).out).not.toContain('decks-and-harbours')
})
