import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join as joinPath } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import {
  answerOf,
  famigliaClient,
  idempotencyKey,
  Refusal,
  type FamigliaClient,
  type ProblemDetails,
} from '@famiglia/client'
import {
  bringIn as bringInFrom,
  linkIn,
  peopleOfBeginning,
  startTown,
  tellBeginning,
  tellScenario,
  type DemoPerson,
  type Town,
} from '@famiglia/demo'
import { MovableClock, type Settings } from '@famiglia/service'
import { generate } from 'otplib'
import pg from 'pg'
import { inject } from 'vitest'
import { hearAll } from '../../service/src/base/database.ts'

/** Somebody of the scenario, with the business they act for. */
export interface Actor extends DemoPerson {
  readonly client: FamigliaClient
  readonly business: string
}

/** The whole town on a database of its own, with the scenario told, and a clock that can be moved. */
export interface Scene {
  readonly town: Town
  readonly url: string
  readonly clock: MovableClock
  readonly agnese: Actor
  readonly tomasz: Actor
  readonly callum: Actor
  /** Somebody of the story by their first name. */
  called(name: string): Actor
  /** Statements straight to the records, as somebody with the database's password could make them. */
  sql<T extends object>(text: string, values?: unknown[]): Promise<T[]>
  say(
    who: Actor,
    sentence: string,
    headers?: Record<string, string>,
  ): Promise<{ result: string; outcome: string; proposal: string | null; grants: string[] }>
  can(who: string, action: string, asset: string): Promise<boolean>
  /** The subjects of somebody's letters, the newest first, once all that are on their way have come. */
  letters(to: string): Promise<string[]>
  newestLetter(to: string): Promise<{ readonly subject: string; readonly text: string; readonly replyTo: string }>
  link(to: string, subject?: string): Promise<string>
  /** Signs in anew with a password and a code: a session that was proven just now, and grows old. */
  signIn(who: Actor): Promise<Actor>
  /** A code of somebody's second step that was not used before: the clock goes on to the next half minute. */
  code(who: Pick<DemoPerson, 'totpSecret'>): Promise<string>
  /** Accepts the newest invitation to an address as somebody new. */
  joinByLetter(name: string, email: string): Promise<Actor>
  /** Brings in Summer Crossings and has Priya join with `run`. */
  withPriya(): Promise<Actor>
  close(): Promise<void>
}

const cheap: Settings = {
  FAMIGLIA_LOG_LEVEL: 'silent',
  FAMIGLIA_PASSWORD_MEMORY_KIB: '1024',
  // Whoever looks at how tries are counted says fewer: all that a test asks comes from one address.
  FAMIGLIA_SIGN_IN_TRIES: '200',
  FAMIGLIA_LETTER_WAITS_SECONDS: '0',
}

export interface SceneOptions {
  readonly postgres?: string
  readonly settings?: Settings
  /** The port the service listens on; a free one if none is said. */
  readonly port?: number
  /** Whether the whole story of the demo is told, and not its beginning alone. */
  readonly whole?: boolean
}

export async function openScene(options: SceneOptions = {}): Promise<Scene> {
  const server = options.postgres ?? inject('postgres')
  const home = mkdtempSync(joinPath(tmpdir(), 'famiglia-scene-'))
  const name = `scene_${randomUUID().replaceAll('-', '')}`
  await onServer(server, `CREATE DATABASE ${name}`)
  const databaseUrl = server.replace(/\/[^/]*$/, `/${name}`)
  const clock = new MovableClock()
  const secret = randomUUID() + randomUUID()
  const town = await startTown({
    home,
    databaseUrl,
    secret,
    platformSecret: randomUUID(),
    port: options.port ?? 0,
    keep: false,
    clock,
    settings: { ...cheap, ...options.settings },
  })
  const people = options.whole ? await tellScenario(town, clock) : peopleOfBeginning(await tellBeginning(town))
  const actors = await Promise.all(people.map(person => actorOf(town, person)))
  const called = (name: string) => actors.find(actor => actor.name.startsWith(name))!
  const [agnese, tomasz, callum] = [called('Agnese'), called('Tomasz'), called('Callum')]
  const records = new pg.Pool({ connectionString: databaseUrl, max: 2 })
  records.on('error', () => undefined)
  hearAll(records, () => undefined)

  /** The token of a new session; null when the code of this half minute was used up already, as by setting it up. */
  const signInNow = async (who: Actor): Promise<string | null> => {
    const epoch = Math.floor(clock.now().epochMilliseconds / 1000)
    const code = who.totpSecret ? { code: await generate({ secret: who.totpSecret, epoch }) } : {}
    const { response } = await famigliaClient({ url: town.service.url }).POST('/v1/sign-in', {
      body: { address: who.email, password: who.password, ...code },
    })
    return /(?:__Host-)?famiglia_session=([^;]+)/.exec(response.headers.getSetCookie()[0] ?? '')?.[1] ?? null
  }

  const scene: Scene = {
    town,
    url: town.service.url,
    clock,
    agnese,
    tomasz,
    callum,
    called,
    sql: async (text, values) => (await records.query(text, values)).rows,
    say: (who, sentence, headers) =>
      answerOf(
        who.client.POST('/v1/businesses/{business}/sentences', {
          params: { path: { business: who.business } },
          body: { sentence, sure: true },
          headers: { ...idempotencyKey(), ...headers },
        }),
      ),
    can: async (who, action, asset) =>
      (
        await answerOf(
          agnese.client.POST('/v1/businesses/{business}/decisions', {
            params: { path: { business: agnese.business } },
            body: { who, action, asset },
          }),
        )
      ).allowed,
    letters: async to => {
      await allDelivered(records)
      return town.inbox.letters.list(to).map(letter => letter.subject)
    },
    newestLetter: async to => {
      await allDelivered(records)
      return town.inbox.letters.list(to)[0]!
    },
    link: (to, subject = '') => linkIn(town, to, subject),
    signIn: async who => {
      const token = (await signInNow(who)) ?? (clock.forward({ seconds: 30 }), await signInNow(who))
      if (!token) throw new Error(`${who.email} could not sign in.`)
      return { ...who, token, client: famigliaClient({ url: town.service.url, token }) }
    },
    code: async who => {
      clock.forward({ seconds: 30 })
      return generate({ secret: who.totpSecret!, epoch: Math.floor(clock.now().epochMilliseconds / 1000) })
    },
    joinByLetter: (name, email) => joinByLetter(scene, name, email, 'several words make a password'),
    withPriya: async () => {
      await bringIn(scene, 'MA-20417', 'summer-crossings')
      await scene.say(
        agnese,
        'let priya@ondaverde.example run on ad-account/summer-crossings hiding revenue for 6 months',
      )
      return joinByLetter(scene, 'Priya Lindqvist', 'priya@ondaverde.example', 'islands by breakfast')
    },
    close: async () => {
      await records.end()
      await town.close()
      rmSync(home, { recursive: true, force: true })
    },
  }
  return scene
}

/**
 * Waits for the letters that are on their way: not for those that were refused or are tried again later; those of a proposal are
 * held back for a few seconds on purpose.
 */
async function allDelivered(records: pg.Pool): Promise<void> {
  for (let tries = 0; tries < 150; tries++) {
    await sleep(100)
    const { rows } = await records.query(
      'SELECT FROM mail WHERE sent_at IS NULL AND refused_at IS NULL AND next_try_at IS NULL AND proposal_id IS NULL LIMIT 1',
    )
    if (rows.length === 0 && tries >= 2) return
  }
}

async function actorOf(town: Town, person: DemoPerson): Promise<Actor> {
  const client = famigliaClient({ url: town.service.url, token: person.token })
  const me = await answerOf(client.GET('/v1/me'))
  return { ...person, client, business: me.businesses[0]!.number }
}

export async function bringIn(
  { agnese, town }: Scene,
  ref: string,
  handle: string,
  platform = 'marram',
): Promise<string> {
  return bringInFrom(town, agnese, platform, ref, handle)
}

/** Accepts the newest invitation to an address as somebody new. */
export async function joinByLetter(scene: Scene, name: string, email: string, password: string): Promise<Actor> {
  const link = await scene.link(email)
  const { data, response } = await famigliaClient({ url: scene.url }).POST('/v1/invitations/acceptance', {
    body: { link, signIn: { name, password } },
  })
  const token = /(?:__Host-)?famiglia_session=([^;]+)/.exec(response.headers.getSetCookie().join(';'))?.[1]
  if (!data || !token) throw new Error(`${email} could not accept: ${response.status}`)
  return {
    name,
    email,
    password,
    about: 'joined in a test',
    totpSecret: null,
    token,
    client: famigliaClient({ url: scene.url, token }),
    business: data.business.number,
  }
}

/** The problem that a call is refused with. */
export async function problemOf(call: Promise<unknown>): Promise<ProblemDetails> {
  try {
    await call
  } catch (error) {
    if (error instanceof Refusal) return error.problem
    throw error
  }
  throw new Error('It was not refused.')
}

async function onServer(url: string, statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(statement)
  await client.end()
}

/** Sets up a second step for somebody who has none, and signs them in with it. */
export async function withSecondStep(scene: Scene, who: Actor): Promise<Actor> {
  const { client } = await scene.signIn(who)
  const { secret } = await answerOf(client.POST('/v1/me/second-proof'))
  const code = await scene.code({ totpSecret: secret })
  await answerOf(client.POST('/v1/me/second-proof/confirmation', { body: { code } }))
  return scene.signIn({ ...who, totpSecret: secret })
}

/** Gives somebody a standing, with a word on why. */
export function giveStanding(
  who: Actor,
  person: string,
  standing: 'member' | 'finance' | 'admin',
  note = 'As agreed.',
) {
  return answerOf(
    who.client.PUT('/v1/businesses/{business}/people/{person}/standing', {
      params: { path: { ...at(who).path, person } },
      body: { standing, sure: true, ...(note ? { note } : {}) },
    }),
  )
}

/** A client of the business somebody acts for, with its path filled in. */
export function at(who: Actor): { path: { business: string } } {
  return { path: { business: who.business } }
}

/** Invites somebody with a sentence and has them accept with a new sign-in. */
export async function join(scene: Scene, name: string, sentence: string): Promise<Actor> {
  const email = `${name.split(' ')[0]!.toLowerCase()}@ondaverde.example`
  await scene.say(scene.agnese, sentence.replace('WHO', email))
  return joinByLetter(scene, name, email, 'several words make a password')
}
