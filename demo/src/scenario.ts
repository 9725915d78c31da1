import { work } from './work.ts'
import { answerOf, idempotencyKey } from '@famiglia/client'
import type { MovableClock } from '@famiglia/service'
import { askForWinterFreight, tellManagers } from './managers.ts'
import { buildForTheKitchen, handOverToTheKitchen, openTheKitchen, takeItOver } from './handover.ts'
import { tellMoney } from './money.ts'
import {
  asDemoPerson,
  inPerson,
  bringIn,
  acceptInvitation,
  askOf,
  joinByLetter,
  offer,
  publishCard,
  openBusiness,
  say,
  type DemoPerson,
  type Opening,
  type Teller,
} from './telling.ts'
import type { Town } from './town.ts'

const ondaverde: Opening = {
  business: { name: 'Ondaverde Ferries', town: 'Porto Verano', zone: 'Europe/Lisbon' },
  person: { name: 'Agnese Torvald', address: 'agnese@ondaverde.example', password: 'four tides before noon' },
}
const gullwright: Opening = {
  business: { name: 'Gullwright & Moss', town: 'Tarnmouth', zone: 'Europe/London' },
  person: { name: 'Callum Osei-Bright', address: 'callum@gullwright.example', password: 'moss grows on billboards' },
}
const tallow: Opening = {
  business: { name: 'Tallow Street Measures', town: 'Tarnmouth', zone: 'Europe/London' },
  person: { name: 'Yuki Abernathy', address: 'yuki@tallowstreet.example', password: 'candles at either end' },
}
const pebblecast: Opening = {
  business: { name: 'Pebblecast Studio', town: 'Lido Basso', zone: 'Europe/Rome' },
  person: {
    name: 'Fenn Delacroix-Umar',
    address: 'fenn@pebblecast.example',
    password: 'lens caps in every pocket',
  },
}
const portoLindo: Opening = {
  business: { name: 'Porto Lindo Tourist Board', town: 'Porto Lindo', zone: 'Europe/Lisbon' },
  person: { name: 'Sanne Okoro', address: 'sanne@portolindo.example', password: 'maps fold the wrong way' },
}
const vastholm: Opening = {
  business: { name: 'Vastholm Freight', town: 'Vastholm', zone: 'Europe/Oslo' },
  person: { name: 'Egil Rasmund', address: 'egil@vastholm.example', password: 'freight over deep water' },
}
const at = (name: string, address: string, password: string) => ({ name, address, password })
const tomasz = at('Tomasz Oyelaran', 'tomasz@ondaverde.example', 'captions under every gull')
const ruben = at('Ruben Achterberg', 'ruben@ondaverde.example', 'ropes coiled by the bollard')
const priya = at('Priya Lindqvist', 'priya@ondaverde.example', 'islands by breakfast time')
const noor = at('Noor Castellan', 'noor@ondaverde.example', 'every receipt in its drawer')
const idris = at('Idris Vannucci', 'idris@ondaverde.example', 'curves that bend at easter')
const bea = at('Bea Fontaine', 'bea@ondaverde.example', 'one summer on the quayside')
const wren = at('Wren Halloway', 'wren@ondaverde.example', 'gone before the swallows')
/** Names in other scripts, as they stand in people’s passports. */
const yulia = at('Юлия Северцева', 'yulia@ondaverde.example', 'subtitles under every wave')
const nagisa = at('佐倉 渚', 'nagisa@ondaverde.example', 'posters for the winter ferries')
const marisol = at('Marisol Engstrom', 'marisol@gullwright.example', 'adverts for every tide')
const dae = at('Dae Whitlock', 'dae@gullwright.example', 'keywords kept in a biscuit tin')

/** How the story begins: a business with one ad account and one member, and an agency. */
export async function tellBeginning(town: Town): Promise<{ agnese: Teller; tomasz: Teller; callum: Teller }> {
  const agnese = await openBusiness(town, ondaverde)
  await bringIn(town, agnese, 'marram', 'MA-20418', 'winter-freight')
  const callum = await openBusiness(town, gullwright)
  await bringIn(town, callum, 'marram', 'MA-30955', 'showcase')
  await say(
    agnese,
    `let ${tomasz.address} watch on ad-account/winter-freight hiding revenue and contacts`,
    'Dear Tomasz, so that you see which pictures work.',
  )
  return { agnese, callum, tomasz: await joinByLetter(town, tomasz) }
}

export function peopleOfBeginning({
  agnese,
  tomasz: member,
  callum,
}: Awaited<ReturnType<typeof tellBeginning>>): DemoPerson[] {
  return [
    asDemoPerson(agnese, 'admin of Ondaverde Ferries'),
    asDemoPerson(member, 'member of Ondaverde Ferries'),
    asDemoPerson(callum, 'admin of Gullwright & Moss'),
  ]
}

/** Days before today at which the story begins. */
const daysTold = 250

/**
 * Tells the whole scenario as it came about: the clock is set back and moves on with the story, so that what is old is
 * old, and everything stands relative to today. Returns who can sign in.
 */
export async function tellScenario(
  town: Town,
  clock: MovableClock,
  tell: (far: string) => void = () => undefined,
): Promise<DemoPerson[]> {
  let ahead = daysTold
  clock.forward({ hours: -daysTold * 24 })
  const daysBeforeToday = (days: number) => {
    clock.forward({ hours: Math.round((ahead - days) * 24) })
    ahead = days
    tell(`day ${daysTold - days} of ${daysTold}`)
  }
  const beginning = await tellBeginning(town)
  const { agnese } = beginning
  await bringInTheRest(town, agnese)
  await arrangeAssets(agnese)
  const reason = 'So that one of us can always act, whoever is at sea.'
  await setStanding(await inPerson(town, agnese), ruben.address, 'admin', reason)
  const second = await joinByLetter(town, ruben)
  await say(
    agnese,
    `let ${priya.address} "run our adverts" on ad-account/summer-crossings, ad-account/winter-freight`,
    'Dear Priya, the adverts are yours from today.',
  )
  const lead = await joinByLetter(town, priya, true)
  await setStanding(agnese, noor.address, 'finance')
  const finance = await joinByLetter(town, noor, true)
  await say(
    agnese,
    `let ${idris.address} "read the results" on ad-account/summer-crossings, property/ticket-shop hiding spend and revenue`,
  )
  const analyst = await joinByLetter(town, idris, true)
  await say(agnese, `let ${wren.address} run on page/day-trips`)
  const left = await joinByLetter(town, wren)
  await say(
    agnese,
    `let ${tomasz.address} "post for us" on page/ondaverde-ferries, page/day-trips, profile/ondaverde, channel/decks-and-harbours`,
  )
  await makeTeams(agnese)
  daysBeforeToday(240)
  await say(agnese, 'let leander@ondaverde.example watch on ad-account/winter-freight hiding revenue')
  daysBeforeToday(190)
  await answerOf(
    agnese.client.PUT('/v1/businesses/{business}/people/{person}/pause', {
      params: { path: { business: agnese.business, person: left.address } },
      body: { reason: 'left in spring' },
    }),
  )
  daysBeforeToday(70)
  const untilBea = dayAfterToday(12)
  await say(
    agnese,
    `let ${bea.address} run on ad-account/summer-crossings hiding revenue until ${untilBea} to "run our adverts"`,
    'Dear Bea, welcome for the season.',
  )
  await say(agnese, `let ${bea.address} ads.attach on page/ondaverde-ferries until ${untilBea} to "run our adverts"`)
  const temp = await joinByLetter(town, bea)
  await joinTeam(agnese, 'paid-media', bea.address)
  daysBeforeToday(55)
  await say(
    agnese,
    `let ${yulia.address} "read the results" on page/ondaverde-ferries, profile/ondaverde hiding revenue`,
  )
  const reader = await joinByLetter(town, yulia, true)
  daysBeforeToday(48)
  await say(agnese, `let ${nagisa.address} draft on page/day-trips, page/ondaverde-ferries until ${dayAfterToday(47)}`)
  const designer = await joinByLetter(town, nagisa, true)
  daysBeforeToday(40)
  const studio = await openBusiness(town, pebblecast)
  await say(
    agnese,
    `let ${studio.address} "publish our videos" on channel/decks-and-harbours until ${dayAfterToday(20)}`,
  )
  await acceptInvitation(studio)
  await bringIn(town, studio, 'sprat', 'SP-5120', 'fenn-on-the-water')
  const partners = await engagePartners(town, agnese, beginning.callum)
  const managers = {
    agnese,
    callum: beginning.callum,
    marisol: partners.marisol,
    dae: partners.dae,
    vastholm: partners.client,
    board: partners.board,
  }
  daysBeforeToday(35)
  await tellManagers(town, managers)
  daysBeforeToday(30)
  await tellMoney(town, { agnese, noor: finance, board: partners.board })
  daysBeforeToday(25)
  await buildForTheKitchen(town, { ...managers, measures: partners.measures })
  daysBeforeToday(15)
  await work(town, reader)
  await work(town, analyst, ['Ondaverde web'])
  daysBeforeToday(8)
  const brigida = await openTheKitchen(town)
  daysBeforeToday(7)
  const handover = await handOverToTheKitchen(await inPerson(town, beginning.callum), brigida)
  daysBeforeToday(3)
  await say(
    agnese,
    `let oona@pebblecast.example "caption our videos" on channel/decks-and-harbours until ${dayAfterToday(60)}`,
    'Dear Oona, Fenn says that you write the best captions.',
  )
  for (const who of [beginning.tomasz, partners.dae, partners.measures, finance]) await work(town, who, ['@ondaverde'])
  daysBeforeToday(2)
  await createPage(agnese)
  await nameUnderstudy(await inPerson(town, agnese), tomasz.address)
  daysBeforeToday(1)
  await answerOf(
    beginning.tomasz.client.POST('/v1/businesses/{business}/asks', {
      params: { path: { business: agnese.business } },
      body: {
        wanted: `watch on ad-account/summer-crossings hiding revenue until ${dayAfterToday(90)}`,
        reason: 'I would like to see which of my pictures sell tickets.',
      },
      headers: idempotencyKey(),
    }),
  )
  await askOf(partners.board, agnese.business, {
    wanted: `watch on page/day-trips, catalog/crossings-and-cabins until ${dayAfterToday(120)}`,
    reason: 'We put every crossing to Porto Lindo on our summer map.',
  })
  await askForWinterFreight(managers)
  daysBeforeToday(20 / 24)
  await takeItOver(await inPerson(town, brigida), handover)
  for (const who of [lead, temp, designer, studio, partners.marisol]) await work(town, who, ['Night Crossings'])
  daysBeforeToday(0)
  return [
    asDemoPerson(agnese, 'admin of Ondaverde Ferries'),
    asDemoPerson(second, 'admin too, without a second step'),
    asDemoPerson(lead, 'leads paid media'),
    asDemoPerson(beginning.tomasz, 'content; has asked for more, and is asked to be the understudy'),
    asDemoPerson(finance, 'finance'),
    asDemoPerson(analyst, 'analyst, money hidden'),
    asDemoPerson(temp, 'summer temp, about to end'),
    asDemoPerson(reader, 'reads results; a name in Cyrillic letters'),
    asDemoPerson(designer, 'designs posts until next year; a name in Japanese'),
    asDemoPerson(studio, 'freelancer, videos; Pebblecast Studio is theirs alone, with one channel'),
    asDemoPerson(beginning.callum, 'admin of Gullwright & Moss, the agency'),
    asDemoPerson(partners.marisol, 'at the agency, put on Summer Crossings'),
    asDemoPerson(partners.dae, 'at the agency, put on Summer Crossings to look'),
    asDemoPerson(partners.measures, 'admin of Tallow Street Measures'),
    asDemoPerson(partners.board, 'admin of the tourist board; has asked for something'),
    asDemoPerson(partners.client, 'admin of Vastholm Freight, another client of the agency'),
    asDemoPerson(brigida, 'admin of Nonna Brigida’s Kitchen, which takes over what the agency built'),
  ]
}

/** The agency, the measurement firm, the studio, another client of the agency: each given what it works with, and staffed. */
async function engagePartners(town: Town, agnese: Teller, callum: Teller) {
  await say(callum, `let ${marisol.address} watch on ad-account/showcase`)
  const lead = await joinByLetter(town, marisol, true)
  await say(callum, `let ${dae.address} watch on ad-account/showcase`)
  const junior = await joinByLetter(town, dae, true)
  await publishCard(callum)
  const until = dayAfterToday(200)
  await offer(
    agnese,
    callum,
    `run on ad-account/summer-crossings hiding revenue until ${until} to "run our adverts"`,
    `ads.attach on page/ondaverde-ferries until ${until} to "run our adverts"`,
  )
  await say(callum, `let ${marisol.address} run on ad-account/summer-crossings hiding revenue to "run our adverts"`)
  await say(callum, `let ${marisol.address} ads.attach on page/ondaverde-ferries to "run our adverts"`)
  await say(callum, `let ${dae.address} watch on ad-account/summer-crossings hiding revenue`)
  const measures = await openBusiness(town, tallow)
  await offer(agnese, measures, '"measure conversions" on tag/ticket-shop-tag, property/ticket-shop')
  const client = await openBusiness(town, vastholm)
  await bringIn(town, client, 'marram', 'MA-41007', 'fjord-freight')
  await offer(client, callum, '"run our adverts" on ad-account/fjord-freight')
  await say(callum, `let ${dae.address} run on ad-account/fjord-freight to "run our adverts"`)
  const board = await openBusiness(town, portoLindo)
  return { marisol: lead, dae: junior, measures, client, board }
}

function dayAfterToday(days: number): string {
  return new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
}

const ondaverdeAssets: readonly (readonly [platform: string, ref: string, handle: string])[] = [
  ['marram', 'MA-20417', 'summer-crossings'],
  ['tern', 'TN-11204', 'ondaverde-ferries'],
  ['tern', 'TN-11205', 'day-trips'],
  ['sprat', 'SP-4402', 'decks-and-harbours'],
  ['tern', 'TN-33018', 'ondaverde'],
  ['marram', 'MA-70113', 'ticket-shop-tag'],
  ['marram', 'MA-80224', 'crossings-and-cabins'],
  ['limpet', 'LM-900', 'ondaverde-web'],
  ['limpet', 'LM-901', 'ticket-shop'],
  ['limpet', 'LM-902', 'timetable-app'],
  ['samphire', 'SA-210', 'deckhand-letter'],
  ['tern', 'TN-50007', 'harbour-desk'],
]

async function bringInTheRest(town: Town, agnese: Teller): Promise<void> {
  for (const [platform, ref, handle] of ondaverdeAssets) await bringIn(town, agnese, platform, ref, handle)
}

async function arrangeAssets({ client, business }: Teller): Promise<void> {
  const ties = [
    ['ad-account/summer-crossings', 'page/ondaverde-ferries'],
    ['ad-account/summer-crossings', 'tag/ticket-shop-tag'],
    ['ad-account/summer-crossings', 'catalog/crossings-and-cabins'],
    ['ad-account/summer-crossings', 'profile/ondaverde'],
    ['ad-account/winter-freight', 'page/ondaverde-ferries'],
    ['tag/ticket-shop-tag', 'property/ticket-shop'],
    ['assistant/harbour-desk', 'page/ondaverde-ferries'],
  ] as const
  for (const [asset, other] of ties)
    await answerOf(
      client.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', {
        params: { path: { business, asset, other } },
      }),
    )
  const bundles = [
    {
      handle: 'summer-season',
      name: 'Summer season',
      kinds: null,
      assets: [
        'ad-account/summer-crossings',
        'page/ondaverde-ferries',
        'page/day-trips',
        'tag/ticket-shop-tag',
        'catalog/crossings-and-cabins',
      ],
    },
    {
      handle: 'everything-public',
      name: 'Everything public',
      kinds: ['page', 'profile', 'channel'] as ('page' | 'profile' | 'channel')[],
      assets: [],
    },
  ]
  for (const body of bundles)
    await answerOf(
      client.POST('/v1/businesses/{business}/bundles', {
        params: { path: { business } },
        body,
        headers: idempotencyKey(),
      }),
    )
}

async function makeTeams(agnese: Teller): Promise<void> {
  const { client, business } = agnese
  for (const body of [
    { handle: 'paid-media', name: 'Paid media' },
    { handle: 'reporting', name: 'Reporting' },
  ])
    await answerOf(
      client.POST('/v1/businesses/{business}/teams', {
        params: { path: { business } },
        body,
        headers: idempotencyKey(),
      }),
    )
  await say(agnese, 'let team/paid-media watch on property/ticket-shop hiding revenue')
  await say(agnese, 'let team/reporting watch on analytics-account/ondaverde-web hiding spend and revenue')
  await joinTeam(agnese, 'paid-media', priya.address)
  await joinTeam(agnese, 'reporting', idris.address)
}

async function joinTeam({ client, business }: Teller, team: string, person: string): Promise<void> {
  await answerOf(
    client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', {
      params: { path: { business, team, person } },
    }),
  )
}

async function setStanding(
  { client, business }: Teller,
  person: string,
  standing: 'finance' | 'admin',
  note?: string,
): Promise<void> {
  await answerOf(
    client.PUT('/v1/businesses/{business}/people/{person}/standing', {
      params: { path: { business, person } },
      body: { standing, ...(note ? { note } : {}) },
    }),
  )
}

/** Somebody who can act should the admins be away: asked, and not answered yet. */
async function nameUnderstudy({ client, business }: Teller, who: string): Promise<void> {
  await answerOf(
    client.POST('/v1/businesses/{business}/understudy', {
      params: { path: { business } },
      body: { who, note: 'You are at the harbour every day, Tomasz, also when Ruben and I are not.' },
      headers: idempotencyKey(),
    }),
  )
}

/** A new page that nobody has been put on yet. */
async function createPage({ client, business }: Teller): Promise<void> {
  await answerOf(
    client.POST('/v1/businesses/{business}/assets', {
      params: { path: { business } },
      body: { platform: 'tern', kind: 'page', name: 'Winter Timetable', handle: 'winter-timetable' },
      headers: idempotencyKey(),
    }),
  )
}
