import { setTimeout as sleep } from 'node:timers/promises'
import { answerOf, famigliaClient, idempotencyKey, type FamigliaClient } from '@famiglia/client'
import { generate } from 'otplib'
import type { Town } from './town.ts'

/** Somebody who can sign in to the demo. */
export interface DemoPerson {
  readonly name: string
  readonly email: string
  readonly password: string
  /** What they are in the story. */
  readonly about: string
  /** For a second step by TOTP; null for who has not set one up. */
  readonly totpSecret: string | null
  /** A personal token that works unattended. */
  readonly token: string
}

export interface Opening {
  readonly business: { name: string; town: string; zone: string }
  readonly person: { name: string; address: string; password: string }
}

/** Somebody of the story while it is told. */
export interface Teller {
  readonly client: FamigliaClient
  readonly business: string
  readonly name: string
  readonly address: string
  readonly password: string
  readonly totpSecret: string | null
  readonly token: string
}

export async function openBusiness(town: Town, opening: Opening): Promise<Teller> {
  const { url } = town.service
  const { business, person } = opening
  const body = { business, person: { name: person.name, address: person.address } }
  await answerOf(famigliaClient({ url }).POST('/v1/openings', { body }))
  const link = await linkIn(town, person.address, 'Open a business')
  const opened = await answerOf(
    famigliaClient({ url }).POST('/v1/openings/confirmation', { body: { link, password: person.password } }),
  )
  const signedIn = await signIn(url, opening.person)
  const totpSecret = await setUpSecondProof(town, signedIn)
  const token = await makeToken(town, signedIn)
  const { name, address, password } = opening.person
  return { client: famigliaClient({ url, token }), token, business: opened.number, name, address, password, totpSecret }
}

/** Accepts the newest invitation to an address, with a new sign-in. */
export async function joinByLetter(
  town: Town,
  person: { name: string; address: string; password: string },
  secondProof = false,
): Promise<Teller> {
  const { url } = town.service
  const { name, address, password } = person
  const link = await linkIn(town, address, 'lets you')
  const accepted = await answerOf(
    famigliaClient({ url }).POST('/v1/invitations/acceptance', { body: { link, signIn: { name, password } } }),
  )
  const signedIn = await signIn(url, person)
  const totpSecret = secondProof ? await setUpSecondProof(town, signedIn) : null
  const token = await makeToken(town, signedIn)
  const business = accepted.business.number
  return { client: famigliaClient({ url, token }), token, business, name, address, password, totpSecret }
}

/**
 * Somebody of the story, there in person: what is about admins is done by no token. Signs in with the code of the coming
 * half minute, since the present one may have been used to set it up.
 */
export async function inPerson(town: Town, { address, password, totpSecret, ...teller }: Teller): Promise<Teller> {
  const code = totpSecret ? await generate({ secret: totpSecret, epoch: Math.floor(now(town) / 1000) + 30 }) : undefined
  const client = await signIn(town.service.url, { address, password, code })
  return { ...teller, address, password, totpSecret, client }
}

async function signIn(
  url: string,
  { address, password, code }: { address: string; password: string; code?: string | undefined },
): Promise<FamigliaClient> {
  const body = { address, password, ...(code ? { code } : {}) }
  const { response } = await famigliaClient({ url }).POST('/v1/sign-in', { body })
  const cookie = response.headers.getSetCookie().map(set => set.split(';')[0]!)
  if (!response.ok || cookie.length === 0) throw new Error(`${address} could not sign in: ${response.status}`)
  return famigliaClient({ url, cookie: cookie.join('; ') })
}

/**
 * Confirms with the code of the half minute before, so that the one shown now is still good for signing in; in the last
 * seconds of a half minute with the present one, since the other would be too old when it arrives.
 */
async function setUpSecondProof(town: Town, client: FamigliaClient): Promise<string> {
  const { secret } = await answerOf(client.POST('/v1/me/second-proof'))
  const code = await generate({ secret, epoch: Math.floor(now(town) / 1000) - 24 })
  await answerOf(client.POST('/v1/me/second-proof/confirmation', { body: { code } }))
  return secret
}

/** A token that tells the story, and is good for some months after it. */
async function makeToken(town: Town, client: FamigliaClient): Promise<string> {
  const until = new Date(now(town) + 365 * 86_400_000).toISOString()
  return (await answerOf(client.POST('/v1/me/tokens', { body: { name: 'demo', until, unattended: true } }))).token
}

/** What a person of the demo is told as. */
export function asDemoPerson({ name, address, password, totpSecret, token }: Teller, about: string): DemoPerson {
  return { name, email: address, password, about, totpSecret, token }
}

const now = (town: Town) => town.service.kit.clock.now().epochMilliseconds

/** Brings in what somebody has on a platform, with the code it shows. Returns the asset's number. */
export async function bringIn(
  town: Town,
  { client, business }: Pick<Teller, 'client' | 'business'>,
  platform: string,
  ref: string,
  handle: string,
): Promise<string> {
  const claim = await answerOf(
    client.POST('/v1/businesses/{business}/claims', {
      params: { path: { business } },
      body: { platform, ref },
      headers: idempotencyKey(),
    }),
  )
  const code = town.platform(platform).things.codeOf(ref)!
  const asset = await answerOf(
    client.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
      params: { path: { business, claim: claim.id } },
      body: { code, handle },
    }),
  )
  return asset.number
}

export async function say({ client, business }: Teller, sentence: string, note?: string): Promise<void> {
  await answerOf(
    client.POST('/v1/businesses/{business}/sentences', {
      params: { path: { business } },
      body: { sentence, ...(note ? { note } : {}) },
      headers: idempotencyKey(),
    }),
  )
}

/** The secret part of the link in the newest letter to an address whose subject holds some words. */
export async function linkIn(town: Town, address: string, subject: string): Promise<string> {
  for (let tries = 0; tries < 1_200; tries++) {
    const letter = town.inbox.letters.list(address).find(one => one.subject.includes(subject))
    const link = letter?.links.find(one => one.includes('#'))
    if (link) return link.slice(link.indexOf('#') + 1)
    await sleep(50)
  }
  throw new Error(`No letter “${subject}” came to ${address} within a minute.`)
}

/** Accepts what waits for somebody who has a sign-in already. */
export async function acceptInvitation({ client }: Teller): Promise<void> {
  const { items } = await answerOf(client.GET('/v1/me/proposals'))
  for (const { id } of items)
    await answerOf(
      client.POST('/v1/me/proposals/{proposal}/acceptance', { params: { path: { proposal: id } }, body: {} }),
    )
}

/** Offers another business access, all in one offer, and has it accepted there. */
export async function offer(from: Teller, to: Teller, ...words: string[]): Promise<void> {
  await answerOf(
    from.client.POST('/v1/businesses/{business}/look-ups', {
      params: { path: { business: from.business } },
      body: { number: to.business },
    }),
  )
  for (const said of words) await say(from, `let ${to.business} ${said}`)
  const { items } = await answerOf(
    to.client.GET('/v1/businesses/{business}/proposals', {
      params: { path: { business: to.business }, query: { side: 'received' } },
    }),
  )
  for (const { id } of items)
    await answerOf(
      to.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
        params: { path: { business: to.business, proposal: id } },
        body: {},
      }),
    )
}

export async function askOf(
  { client, business }: Teller,
  of: string,
  asked: { wanted: string; reason: string },
): Promise<void> {
  await answerOf(
    client.POST('/v1/businesses/{business}/asks', {
      params: { path: { business } },
      body: { of, ...asked },
      headers: idempotencyKey(),
    }),
  )
}

export async function publishCard({ client, business, name, address }: Teller): Promise<void> {
  await answerOf(
    client.PUT('/v1/businesses/{business}/profile', {
      params: { path: { business } },
      body: { worksAs: 'agency', contact: { name, address, telephone: '+44 20 7946 0018' } },
    }),
  )
  await answerOf(
    client.PUT('/v1/businesses/{business}/card', {
      params: { path: { business } },
      body: {
        introduction: 'We run adverts for those who carry people and things over water.',
        contact: address,
        purposes: [
          { name: 'run our adverts', reason: 'So that we can prepare, publish and pay attention to your adverts.' },
          { name: 'read the results', reason: 'So that our monthly letter to you tells what came of them.' },
        ],
      },
    }),
  )
}
