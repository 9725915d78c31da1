import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticationResponseJSON,
  type RegistrationResponseJSON,
} from '@simplewebauthn/server'
import { v7 as newId } from 'uuid'
import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { actorOf } from '../base/session.ts'
import { getPerson } from '../people/queries.ts'
import { sessions } from './records.ts'
import { firstRecoveryCodes } from './recoveryCodes.ts'
import { beginSession, sessionDays } from './sessions.ts'
import type { LiveSession } from '../base/live-session.ts'
import { tellOwner } from './tellOwner.ts'
import type { Place, Tries } from './tries.ts'

/** How long a challenge waits for its answer. */
const minutesToAnswer = 5

interface StoredPasskey {
  id: string
  person_id: string
  public_key: Buffer
  counter: string
  transports: string[]
}

export interface Challenge {
  readonly id: string
  /** What the browser's `navigator.credentials` takes (WebAuthn Level 3, JSON). */
  readonly options: object
}

/** Begins to add a passkey: takes a fresh proof, since whoever adds one can sign in with it. */
export function beginPasskey(kit: Kit) {
  return async (live: LiveSession): Promise<Challenge> => {
    const known = await passkeysOf(kit.database.manager, live.person)
    const options = await generateRegistrationOptions({
      rpName: 'Famiglia',
      rpID: relyingParty(kit).id,
      userName: live.address,
      userDisplayName: live.name,
      userID: Uint8Array.from(Buffer.from(live.person.replaceAll('-', ''), 'hex')),
      attestationType: 'none',
      excludeCredentials: known.map(({ id }) => ({ id })),
      authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
    })
    return kit.change(actorOf(live), async change => {
      change.requirePresence('Adding a passkey needs you to confirm it’s you.')
      const id = await keepChallenge(change, live.person, options.challenge)
      change.record({
        chain: live.person,
        what: 'passkey.begun',
        sentence: `${live.name} began to add a passkey.`,
      })
      return { id, options }
    })
  }
}

/** Adds the passkey that the browser made. From then on it is asked for; recovery codes come with the first. */
export function addPasskey(kit: Kit) {
  return async (
    live: LiveSession,
    challenge: string,
    name: string,
    response: RegistrationResponseJSON,
  ): Promise<string[]> =>
    kit.change(actorOf(live), async change => {
      change.requirePresence('Adding a passkey needs you to confirm it’s you.')
      const expected = await takeChallenge(change, challenge, live.person)
      const { origins, id } = relyingParty(kit)
      const verified = await verifyRegistrationResponse({
        response,
        expectedChallenge: expected,
        expectedOrigin: origins,
        expectedRPID: id,
        requireUserVerification: true,
      }).catch((cause: unknown) => {
        throw unproven(cause)
      })
      if (!verified.verified) throw unproven()
      const { credential } = verified.registrationInfo
      await change.manager.query(
        'INSERT INTO passkey (id, person_id, public_key, counter, transports, name, added_at) VALUES ($1, $2, $3, $4, $5, $6, $7)',
        [
          credential.id,
          live.person,
          Buffer.from(credential.publicKey),
          credential.counter,
          credential.transports ?? [],
          name,
          change.now.toString(),
        ],
      )
      change.record({
        chain: live.person,
        what: 'passkey.added',
        sentence: `${live.name} added the passkey “${name}”.`,
      })
      await tellOwner(change, live, `A passkey was added: ${name}`, `The passkey “${name}” signs you in from now on.`)
      return firstRecoveryCodes(kit, change, live.person)
    })
}

/** Removes one of one's own passkeys. */
export function removePasskey(kit: Kit) {
  return async (live: LiveSession, id: string): Promise<void> => {
    await kit.change(actorOf(live), async change => {
      change.requirePresence('Removing a passkey needs you to confirm it’s you.')
      const [removed] = (await change.manager.query('SELECT name FROM passkey WHERE id = $1 AND person_id = $2', [
        id,
        live.person,
      ])) as { name: string }[]
      if (!removed) throw new Problem('passkey.unknown', 'You have no such passkey.')
      await change.manager.query('DELETE FROM passkey WHERE id = $1', [id])
      change.record({
        chain: live.person,
        what: 'passkey.removed',
        sentence: `${live.name} removed the passkey “${removed.name}”.`,
      })
      await tellOwner(
        change,
        live,
        `A passkey was removed: ${removed.name}`,
        `The passkey “${removed.name}” signs you in no longer.`,
      )
    })
  }
}

/** A challenge to sign in with, or to prove again who one is. It names nobody, so that it tells nobody who is here. */
export function challengeForPasskey(kit: Kit) {
  return async (live: LiveSession | null): Promise<Challenge> => {
    const options = await generateAuthenticationOptions({
      rpID: relyingParty(kit).id,
      userVerification: 'required',
      allowCredentials: live ? (await passkeysOf(kit.database.manager, live.person)).map(({ id }) => ({ id })) : [],
    })
    const id = newId()
    await kit.database.query(
      'INSERT INTO passkey_challenge (id, person_id, challenge, expires_at) VALUES ($1, $2, $3, $4)',
      [id, live?.person ?? null, options.challenge, kit.clock.now().add({ minutes: minutesToAnswer }).toString()],
    )
    return { id, options }
  }
}

/** Signs in with a passkey: it proves both what one has and who one is. */
export function signInWithPasskey(kit: Kit, tries: Tries) {
  return async (challenge: string, response: AuthenticationResponseJSON, place: Place) => {
    const counted = await tries.unnamed(place)
    const known = await findPasskey(kit.database.manager, response.id)
    const wrong = () => new Problem('sign-in.wrong', 'That passkey is not known here.')
    if (!known) throw wrong()
    const signedIn = await kit.change(null, async change => {
      await verify(kit, change, challenge, null, known, response)
      const person = await getPerson(change.manager, known.person_id)
      if (person.pausedAt) throw wrong()
      const session = await beginSession(
        change.manager,
        {
          person: person.id,
          kind: 'console',
          name: 'console',
          provenAt: change.now,
          provenBy: 'passkey',
          expiresAt: change.now.add({ hours: sessionDays.console * 24 }),
        },
        change.now,
      )
      change.record({
        chain: person.id,
        what: 'sign-in.begun',
        sentence: `${person.name} signed in with a passkey.`,
        by: { id: person.id, name: person.name },
      })
      return { secret: session.secret, person: { id: person.id, name: person.name } }
    })
    await counted.right()
    return signedIn
  }
}

/** Proves again who is signed in, with one of their passkeys. */
export function proveWithPasskey(kit: Kit, tries: Tries) {
  return async (live: LiveSession, challenge: string, response: AuthenticationResponseJSON, place: Place) => {
    const counted = await tries.proving(live.session, place)
    const proven = await kit.change(actorOf(live), async change => {
      await takePasskey(kit, change, live.person, { challenge, madeFor: live.person, response })
      await change.manager.update(sessions, { id: live.session }, { provenAt: change.now, provenBy: 'passkey' })
      change.record({
        chain: live.person,
        what: 'sign-in.proven',
        sentence: `${live.name} proved again who they are, with a passkey.`,
      })
      return { provenAt: change.now.toString(), provenBy: 'passkey' as const }
    })
    await counted.right()
    return proven
  }
}

/** What a browser answers a challenge with, and for whom the challenge was made: null where it named nobody. */
export interface PasskeyAnswer {
  readonly challenge: string
  readonly madeFor: string | null
  readonly response: AuthenticationResponseJSON
}

/** Takes the answer of one of a person's own passkeys; anybody else's, and one that does not fit: `proof.wrong`. */
export async function takePasskey(
  kit: Kit,
  change: Change,
  person: string,
  { challenge, madeFor, response }: PasskeyAnswer,
): Promise<void> {
  const known = await findPasskey(change.manager, response.id)
  if (known?.person_id !== person) throw unproven()
  await verify(kit, change, challenge, madeFor, known, response)
}

async function verify(
  kit: Kit,
  change: Change,
  challenge: string,
  person: string | null,
  known: StoredPasskey,
  response: AuthenticationResponseJSON,
): Promise<void> {
  const expectedChallenge = await takeChallenge(change, challenge, person)
  const { origins, id } = relyingParty(kit)
  const verified = await verifyAuthenticationResponse({
    response,
    expectedChallenge,
    expectedOrigin: origins,
    expectedRPID: id,
    requireUserVerification: true,
    credential: { id: known.id, publicKey: new Uint8Array(known.public_key), counter: Number(known.counter) },
  }).catch((cause: unknown) => {
    throw unproven(cause)
  })
  if (!verified.verified) throw unproven()
  await change.manager.query('UPDATE passkey SET counter = $2, used_at = $3 WHERE id = $1', [
    known.id,
    verified.authenticationInfo.newCounter,
    change.now.toString(),
  ])
}

const unproven = (cause?: unknown) =>
  new Problem('proof.wrong', 'The passkey’s answer does not fit. Try again, or prove it another way.', {}, cause)

async function keepChallenge(change: Change, person: string, challenge: string): Promise<string> {
  const id = newId()
  await change.manager.query(
    'INSERT INTO passkey_challenge (id, person_id, challenge, expires_at) VALUES ($1, $2, $3, $4)',
    [id, person, challenge, change.now.add({ minutes: minutesToAnswer }).toString()],
  )
  return id
}

/** A challenge is good once, for who it was made for, and for a few minutes. */
async function takeChallenge(change: Change, id: string, person: string | null): Promise<string> {
  const [taken] = (await change.manager.query(
    'DELETE FROM passkey_challenge WHERE id = $1 AND person_id IS NOT DISTINCT FROM $2 AND expires_at > $3 RETURNING challenge',
    [id, person, change.now.toString()],
  )) as [{ challenge: string }[], number]
  if (taken[0]) return taken[0].challenge
  throw new Problem('proof.wrong', 'That was asked too long ago, or was answered already. Try again.')
}

async function findPasskey(manager: EntityManager, id: string): Promise<StoredPasskey | null> {
  const [row] = (await manager.query('SELECT * FROM passkey WHERE id = $1', [id])) as StoredPasskey[]
  return row ?? null
}

async function passkeysOf(manager: EntityManager, person: string): Promise<StoredPasskey[]> {
  return manager.query('SELECT * FROM passkey WHERE person_id = $1 ORDER BY added_at LIMIT 50', [person])
}

/** Passkeys belong to a host name; on loopback that is localhost, however the service is reached there. */
function relyingParty(kit: Kit): { id: string; origins: string[] } {
  const url = new URL(kit.publicUrl())
  if (url.hostname !== '127.0.0.1') return { id: url.hostname, origins: [url.origin] }
  return { id: 'localhost', origins: [url.origin, `${url.protocol}//localhost:${url.port}`] }
}
