import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
})
afterAll(() => scene.close())

const as = (name: string) => commandLine(scene.url, scene.called(name).token)
const winter = 'ad-account/winter-freight'
const numberOf = (name: string) => scene.called(name).business

test('whose number it is stands there before anything is sent, and a wrong digit reaches nobody', async () => {
  const { run } = as('Agnese')
  const found = await run('look-up', numberOf('Egil'))
  expect(found.out).toContain('Vastholm Freight, Vastholm')
  expect(found.out).toContain('There is nothing between you yet.')
  const wrong = numberOf('Egil').replace(/\d$/, last => String((Number(last) + 1) % 10))
  expect(await run('look-up', wrong)).toMatchObject({ status: 2, err: expect.stringContaining('check digits') })
  expect(await run('look-up', numberOf('Agnese'))).toMatchObject({ status: 2, err: expect.stringContaining('itself') })
})

test('partners are listed, with all between the two, their people, and whether they are ready', async () => {
  const { run } = as('Agnese')
  expect((await run('partners')).out).toMatch(/Gullwright & Moss +B-\S+ +Tarnmouth +2 +3 +0 +1/)
  const partner = (await run('partners', 'business/gullwright-moss')).out
  expect(partner).toContain('ad-account/summer-crossings: run, hiding revenue')
  expect(partner).toMatch(/Not answered yet:\n {2}Callum Osei-Bright of Gullwright & Moss asks to link Winter Freight/)
  expect(partner).toContain('They lack 1 of 3 that it takes to “run our adverts”.')
  expect((await run('partners', 'people', numberOf('Callum'))).out).toMatch(
    /Dae Whitlock +dae@gullwright.example +Gullwright & Moss +ad-account\/summer-crossings +watch/,
  )
  expect((await run('see-as', numberOf('Callum'))).out).toMatch(
    /ad-account\/summer-crossings .* see reports; see, draft/,
  )
  const ready = await run('ready', numberOf('Callum'), 'run our adverts')
  expect(ready).toMatchObject({ status: 1, out: expect.stringContaining(`let ${numberOf('Callum')} tag.use on`) })
})

test('an ask is granted thing by thing: those that are named alone, one of them at a lower tier', async () => {
  const owner = as('Agnese')
  const rows = JSON.parse((await owner.run('inbox', '--json')).out) as { id: string; outset: string }[]
  const { id } = rows.find(row => row.outset.includes('Day Trips'))!
  expect((await owner.run('inbox', id)).out).toContain('Sanne Okoro of Porto Lindo Tourist Board asks for watch on')
  expect(await owner.run('accept', id, '--only', 'tag/ticket-shop', '--yes')).toMatchObject({
    status: 2,
    err: expect.stringContaining('is not asked for. Asked for: page/day-trips and catalog/'),
  })
  expect(await owner.run('accept', id, '--only', 'Day Trips', '--less', 'watch on page/day-trips')).toMatchObject({
    status: 2,
  })
  const granted = await owner.run('accept', id, '--only', 'Day Trips', '--lower', 'page/day-trips=watch', '--yes')
  expect(granted.out).toContain('Granted to Porto Lindo Tourist Board: watch on Day Trips')
  expect(granted.out).not.toContain('Crossings & cabins')
})

test('what a sentence asks about goes out only as sure, and its letters are read before', async () => {
  const { run } = as('Agnese')
  const words = ['let', 'tomazs@ondaverde.example', 'watch', 'on', winter, '--yes']
  expect(await run(...words)).toMatchObject({
    status: 3,
    err: expect.stringContaining('one letter off tomasz@ondaverde.example'),
  })
  const letters = await run('preview', '--letters', '--note', 'Welcome aboard.', ...words.slice(0, -1))
  expect(letters.out).toContain('To: tomazs@ondaverde.example')
  expect(letters.out).toContain('“Welcome aboard.”')
  expect((await run(...words, '--sure')).out).toContain('Sent to tomazs@ondaverde.example')
  await run('withdraw', 'tomazs@ondaverde.example')
})

test('an offer is reviewed, sent, read in the other inbox, accepted in part, and staffed beneath the ceiling', async () => {
  const owner = as('Agnese')
  const agency = as('Callum')
  const offered = await owner.run('let', numberOf('Callum'), 'run', 'on', winter, '--yes')
  expect(offered.err).toContain('What you give is the ceiling')
  expect(offered.out).toContain('Offered to Gullwright & Moss: run on Winter Freight')
  const [row] = JSON.parse((await agency.run('inbox', '--json')).out) as { id: string }[]
  expect((await agency.run('inbox', row!.id)).out).toContain(
    'Agnese Torvald of Ondaverde Ferries offers Gullwright & Moss run on Winter Freight.',
  )
  expect((await agency.run('accept', row!.id, '--less', `draft on ${winter} hiding revenue`)).out).toContain(
    'Accepted from Ondaverde Ferries: draft on Winter Freight',
  )
  expect((await owner.run('inbox', '--sent', '--all')).out).toContain('accepted: draft on Winter Freight')
  expect((await agency.run('held')).out).toMatch(/ad-account\/winter-freight +A-\S+ +Ondaverde Ferries +draft +revenue/)
  const above = await agency.run('let', 'dae@gullwright.example', 'run', 'on', winter, '--yes')
  expect(above).toMatchObject({ status: 3, err: expect.stringContaining('That is the ceiling for its people') })
  await agency.run('let', 'dae@gullwright.example', 'draft', 'on', winter, 'hiding', 'revenue', '--yes')
  expect((await agency.run('who', winter)).out).toMatch(/Dae Whitlock <dae@gullwright.example> +draft/)
  expect((await agency.run('who', winter)).out).not.toContain('Tomasz')
  const why = await owner.run('why', 'dae@gullwright.example', 'ads.draft', winter)
  expect(why.out).toMatch(/let Gullwright & Moss draft .*, which Gullwright & Moss let Dae Whitlock draft/)
  expect((await owner.run('access', '--find', 'Dae')).out).toMatch(/Dae Whitlock +Gullwright & Moss/)
})

test('a partner’s person is frozen by name, the partner as a whole, and either is lifted', async () => {
  const { run } = as('Agnese')
  const agency = numberOf('Callum')
  expect((await run('partners', 'freeze', agency, 'marisol@gullwright.example')).out).toContain('Frozen: Marisol')
  const can = () => run('can', 'marisol@gullwright.example', 'ads.see', 'ad-account/summer-crossings')
  expect((await can()).status).toBe(1)
  await run('partners', 'lift', agency, 'marisol@gullwright.example')
  expect((await can()).status).toBe(0)
  await run('partners', 'freeze', agency)
  expect((await can()).status).toBe(1)
  expect((await run('partners')).out).toMatch(/Gullwright & Moss .* frozen/)
  expect((await run('partners', 'lift', agency)).out).toContain('holds again')
  expect((await can()).status).toBe(0)
})

test('another business is asked with a reason and a contact; what is asked is read with what it needs, and granted', async () => {
  const asked = await as('Yuki').run(
    'ask',
    numberOf('Agnese'),
    'watch on page/day-trips, page/summer-isles',
    '--reason',
    'To count who comes from the pages.',
    '--contact',
    'desk@tallowstreet.example',
  )
  expect(asked.out).toContain('Asked Ondaverde Ferries: watch on the page day-trips and the page summer-isles')
  const owner = as('Agnese')
  const rows = JSON.parse((await owner.run('inbox', '--json')).out) as { id: string; business: { name: string } }[]
  const { id } = rows.find(row => row.business.name === 'Tallow Street Measures')!
  const read = (await owner.run('inbox', id)).out
  expect(read).toContain('contact: desk@tallowstreet.example')
  expect(read).toContain('✗ page/summer-isles: You have no page of that handle here. Bring it in, then grant this.')
  expect(await owner.run('accept', id)).toMatchObject({ status: 3, err: expect.stringContaining('The ask waits') })
  expect((await owner.run('accept', id, '--less', 'watch on page/day-trips')).out).toContain('It is in force.')
  expect((await as('Yuki').run('held')).out).toMatch(/page\/day-trips .* watch/)
})

test('a calling card is published, read by another, and taken back', async () => {
  const { run } = as('Yuki')
  const published = await run(
    'card',
    'publish',
    '--introduction',
    'We count what comes of it.',
    '--contact',
    'yuki@tallowstreet.example',
    '--purpose',
    'measure conversions=So that we can tell what an advert sold.',
  )
  expect(published.out).toContain(`/card/${numberOf('Yuki')}`)
  expect((await as('Egil').run('card', numberOf('Yuki'))).out).toContain('asks for “measure conversions”')
  await run('card', 'take-back')
  expect((await as('Egil').run('card', numberOf('Yuki'))).status).toBe(2)
})

test('what a partner was given is ended or given back in one step, from either side', async () => {
  const agency = as('Callum')
  const back = await agency.run('end', 'business/vastholm-freight', '--yes')
  expect(back.err).toContain('You give Fjord Freight, Cold Chain and Long Haul back')
  expect(back.out).toContain(
    'Ended: what there was between you and Vastholm Freight on Fjord Freight, Cold Chain and Long Haul',
  )
  const owner = as('Agnese')
  const preview = await owner.run('preview', 'end', numberOf('Callum'))
  expect(preview.out).toContain('With it falls: Dae Whitlock and Marisol Engstrom, who were put on it.')
  expect((await owner.run('end', numberOf('Callum'), '--yes')).status).toBe(0)
  expect((await agency.run('held')).out).not.toMatch(/Ondaverde|Vastholm/)
})

test('a client reads what comes with their business before it is theirs, and nothing is taken over unread', async () => {
  const callum = as('Callum')
  const opened = await callum.run('in-trust', 'Lantern Cruises', '--town', 'Porto Verano', '--zone', 'Europe/Lisbon')
  const number = /B-[\d-]+/.exec(opened.out)![0]
  expect((await callum.run('chair', 'keeper@lantern.example', '--for', number, '--yes')).status).toBe(0)
  const link = `${scene.url}/invitation#${await scene.link('keeper@lantern.example')}`
  const keeper = commandLine(scene.url, null)
  const signIn = ['--name', 'Kit Sorrel', '--password', 'a lamp on every quay']
  const unread = await keeper.run('accept', link, ...signIn)
  expect(unread).toMatchObject({ status: 2, out: '' })
  expect(unread.err).toContain(
    'Who leaves it with your yes:\n    Callum Osei-Bright (callum@gullwright.example), admin',
  )
  const taken = await keeper.run('accept', link, ...signIn, '--yes')
  expect(taken).toMatchObject({ status: 0, out: expect.stringContaining('Accepted. Lantern Cruises is yours now.') })
})
