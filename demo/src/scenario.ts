import { setTimeout as sleep } from 'node:timers/promises'
import { answerOf, famigliaClient, idempotencyKey, type FamigliaClient } from '@famiglia/client'
import type { MarramAccount } from '@famiglia/standins'
import { generate } from 'otplib'
import type { Town } from './town.ts'

/** Somebody who can sign in to the demo. */
export interface DemoPerson {
  readonly name: string
  readonly email: string
  readonly password: string
  /** For a second proof by TOTP; null for who has not set one up. */
  readonly totpSecret: string | null
  /** A personal token that works unattended. */
  readonly token: string
}

const advert = (id: string, title: string, state: 'draft' | 'published' | 'paused', by: string) => ({
  id,
  title,
  state,
  by,
})

export const marramAccounts: readonly MarramAccount[] = [
  {
    ref: 'MA-20417',
    kind: 'ad-account',
    name: 'Summer Crossings',
    payment: 'Ferry house card, up to 12,000 euros a month',
    spend: '4,180 euros this month',
    revenue: '61,240 euros this month',
    contacts: 318,
    dailyBudget: 140,
    adverts: [
      advert('AD-1', 'Islands by breakfast', 'published', 'Ondaverde Ferries'),
      advert('AD-2', 'Bicycles travel free in May', 'draft', 'Ondaverde Ferries'),
    ],
  },
  {
    ref: 'MA-20418',
    kind: 'ad-account',
    name: 'Winter Freight',
    payment: 'Ferry house card, up to 3,000 euros a month',
    spend: '610 euros this month',
    revenue: '9,030 euros this month',
    contacts: 41,
    dailyBudget: 20,
    adverts: [advert('AD-1', 'Your van, dry and on time', 'paused', 'Ondaverde Ferries')],
  },
  {
    ref: 'MA-30955',
    kind: 'ad-account',
    name: 'Gullwright showcase',
    payment: 'Gullwright & Moss, by invoice',
    spend: '95 euros this month',
    revenue: 'none',
    contacts: 3,
    dailyBudget: 5,
    adverts: [],
  },
]

interface Opening {
  readonly business: { name: string; town: string; zone: string }
  readonly person: { name: string; address: string; password: string }
}

const ondaverde: Opening = {
  business: { name: 'Ondaverde Ferries', town: 'Porto Verano', zone: 'Europe/Lisbon' },
  person: { name: 'Agnese Torvald', address: 'agnese@ondaverde.example', password: 'four tides before noon' },
}
const gullwright: Opening = {
  business: { name: 'Gullwright & Moss', town: 'Tarnmouth', zone: 'Europe/London' },
  person: { name: 'Callum Osei-Bright', address: 'callum@gullwright.example', password: 'moss grows on billboards' },
}
const tomasz = { name: 'Tomasz Oyelaran', address: 'tomasz@ondaverde.example', password: 'captions under every gull' }

/** Tells how it came about that the demo stands where it does, and returns who can sign in. */
export async function tellScenario(town: Town): Promise<DemoPerson[]> {
  const agnese = await openBusiness(town, ondaverde)
  await bringIn(town, agnese, 'MA-20418', 'winter-freight')
  const callum = await openBusiness(town, gullwright)
  await bringIn(town, callum, 'MA-30955', 'showcase')
  await answerOf(
    agnese.client.POST('/v1/businesses/{business}/sentences', {
      params: { path: { business: agnese.business } },
      body: {
        sentence: `let ${tomasz.address} watch on ad-account/winter-freight hiding revenue and contacts`,
        note: 'Dear Tomasz, so that you see which pictures work.',
      },
      headers: idempotencyKey(),
    }),
  )
  return [agnese.person, await joinByLetter(town, tomasz), callum.person]
}

interface Admin {
  readonly client: FamigliaClient
  readonly business: string
  readonly person: DemoPerson
}

async function openBusiness(town: Town, opening: Opening): Promise<Admin> {
  const { url } = town.service
  await answerOf(famigliaClient({ url }).POST('/v1/openings', { body: opening }))
  const link = await linkIn(town, opening.person.address, `Open ${opening.business.name}`)
  const opened = await answerOf(famigliaClient({ url }).POST('/v1/openings/confirmation', { body: { link } }))
  const signedIn = await signIn(url, opening.person)
  const totpSecret = await setUpSecondProof(signedIn)
  const token = await makeToken(signedIn)
  const { name, address, password } = opening.person
  return {
    client: famigliaClient({ url, token }),
    business: opened.number,
    person: { name, email: address, password, totpSecret, token },
  }
}

async function joinByLetter(town: Town, { name, address, password }: typeof tomasz): Promise<DemoPerson> {
  const { url } = town.service
  const link = await linkIn(town, address, 'lets you')
  await answerOf(
    famigliaClient({ url }).POST('/v1/invitations/acceptance', { body: { link, signIn: { name, password } } }),
  )
  const token = await makeToken(await signIn(url, { address, password }))
  return { name, email: address, password, totpSecret: null, token }
}

async function signIn(
  url: string,
  { address, password }: { address: string; password: string },
): Promise<FamigliaClient> {
  const { response } = await famigliaClient({ url }).POST('/v1/sign-in', { body: { address, password } })
  const cookie = response.headers.getSetCookie().map(set => set.split(';')[0]!)
  if (!response.ok || cookie.length === 0) throw new Error(`${address} could not sign in: ${response.status}`)
  return famigliaClient({ url, cookie: cookie.join('; ') })
}

/** Confirms with the code of the half minute before, so that the one shown now is still good for signing in. */
async function setUpSecondProof(client: FamigliaClient): Promise<string> {
  const { secret } = await answerOf(client.POST('/v1/me/second-proof'))
  const code = await generate({ secret, epoch: Math.floor(Date.now() / 1000) - 30 })
  await answerOf(client.POST('/v1/me/second-proof/confirmation', { body: { code } }))
  return secret
}

async function makeToken(client: FamigliaClient): Promise<string> {
  const until = new Date(Date.now() + 180 * 86_400_000).toISOString()
  return (await answerOf(client.POST('/v1/me/tokens', { body: { name: 'demo', until, unattended: true } }))).token
}

async function bringIn(town: Town, { client, business }: Admin, ref: string, handle: string): Promise<void> {
  const claim = await answerOf(
    client.POST('/v1/businesses/{business}/claims', {
      params: { path: { business } },
      body: { platform: 'marram', ref },
      headers: idempotencyKey(),
    }),
  )
  const code = town.marram.accounts.codeOf(ref)!
  await answerOf(
    client.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
      params: { path: { business, claim: claim.id } },
      body: { code, handle },
    }),
  )
}

/** The secret part of the link in the newest letter to an address whose subject holds some words. */
export async function linkIn(town: Town, address: string, subject: string): Promise<string> {
  for (let tries = 0; tries < 200; tries++) {
    const letter = town.inbox.letters.list(address).find(one => one.subject.includes(subject))
    const link = letter?.links.find(one => one.includes('#'))
    if (link) return link.slice(link.indexOf('#') + 1)
    await sleep(50)
  }
  throw new Error(`No letter “${subject}” came to ${address} within ten seconds.`)
}
