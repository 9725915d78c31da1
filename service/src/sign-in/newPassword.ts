import { setTimeout as sleep } from 'node:timers/promises'
import { Problem } from '../base/problem.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { actorOf } from '../base/session.ts'
import { changePerson, findPersonByAddress, getPerson, peopleById } from '../people/queries.ts'
import { askForLetter, readLetterProof, useLetterProof } from './letterProofs.ts'
import { assertGoodPassword, type Passwords } from './password.ts'
import type { LiveSession } from '../base/live-session.ts'
import type { AuthenticationResponseJSON } from '@simplewebauthn/server'
import { takePasskey } from './passkeys.ts'
import { takeRecoveryCode } from './recoveryCodes.ts'
import { secondStepOf, type SecondStep } from './secondStep.ts'
import { provenByCode } from './signIn.ts'
import type { Place, Tries } from './tries.ts'

const minutesGood = 30
/** The answer takes this long whether or not the address is known, so that time tells nothing. */
const alwaysTakes = 250

/** Sends a letter with a link to choose a new password, if the address is known. Nothing about that is told. */
export function forgotPassword(kit: Kit) {
  return async (address: string): Promise<void> => {
    await Promise.all([sendLink(kit, address.toLowerCase()), sleep(alwaysTakes)])
  }
}

async function sendLink(kit: Kit, address: string): Promise<void> {
  const person = await findPersonByAddress(kit.database.manager, address)
  if (!person) return
  await kit.change(null, async change => {
    const id = await askForLetter(change, 'new-password', person.id, address, minutesGood)
    change.record({
      chain: person.id,
      what: id ? 'password.forgotten' : 'password.asked-too-often',
      sentence: id
        ? 'Somebody asked for a link to choose a new password.'
        : 'Somebody asked for a link to choose a new password too often; none was sent.',
      by: null,
    })
    if (id)
      await change.mail({
        to: { name: person.name, address },
        subject: 'Choose a new password for Famiglia',
        body: [
          `Dear ${person.name},`,
          `somebody, perhaps you, forgot the password. Follow this link within ${minutesGood} minutes to choose a new one. Sign-ins that are open end then; tokens for scripts go on.`,
        ],
        button: { label: 'Choose a new password', leads: { to: 'new-password', id, generation: 1 } },
        unexpected: 'If it was not you, leave it: without the link nothing changes.',
      })
  })
}

export interface NewPassword {
  readonly link: string
  readonly password: string
  readonly code?: string | undefined
  readonly recovery?: string | undefined
  /** The answer of a passkey, to a challenge that named nobody. */
  readonly passkey?: { readonly challenge: string; readonly credential: object } | undefined
}

/**
 * Chooses a new password with the link from the letter. Who has a second step set up gives it as well: a mailbox that was
 * broken into is not enough. All open sign-ins end.
 */
export function choosePassword(kit: Kit, passwords: Passwords, tries: Tries) {
  return async (given: NewPassword, place: Place): Promise<{ needs: SecondStep | null }> => {
    const { link, password, code, recovery, passkey } = given
    const proof = await readLetterProof(kit, 'new-password', link)
    const counted = await tries.proving(`letter ${proof.personId}`, place)
    const person = (await peopleById(kit.database.manager, [proof.personId])).get(proof.personId)!
    await assertGoodPassword(password, [person.name, proof.address])
    const needs = await secondStepOf(kit.database.manager, person.id)
    if (needs && !code && !recovery && !passkey) {
      await counted.right()
      return { needs }
    }
    const passwordHash = await passwords.hash(password)
    return kit.change(null, async change => {
      await proveSecondStep(kit, change, person.id, given)
      await useLetterProof(change, proof)
      await changePerson(change.manager, person.id, { passwordHash })
      await endSignIns(change, person.id, null)
      change.record({
        chain: person.id,
        what: 'password.chosen',
        sentence: `${person.name} chose a new password with a link from a letter; all open sign-ins ended.`,
        by: { id: person.id, name: person.name },
      })
      await change.mail(passwordChanged(person))
      return { needs: null }
    })
  }
}

async function proveSecondStep(
  kit: Kit,
  change: Change,
  person: string,
  { code, recovery, passkey }: NewPassword,
): Promise<void> {
  if (passkey)
    return takePasskey(kit, change, person, {
      challenge: passkey.challenge,
      madeFor: null,
      response: passkey.credential as AuthenticationResponseJSON,
    })
  const proven = recovery
    ? (await takeRecoveryCode(kit, change.manager, person, recovery)) !== null
    : (await provenByCode(kit, person, code, change.manager)) !== 'wrong'
  if (!proven) throw new Problem('proof.wrong', 'The code is not right.', { pointer: '/code' })
}

/**
 * Changes one's password while signed in: the one before is asked for and, where a second step is set up, a fresh proof.
 * Other sign-ins end.
 */
export function changePassword(kit: Kit, passwords: Passwords, tries: Tries) {
  return async (live: LiveSession, given: { current: string; password: string }, place: Place): Promise<void> => {
    await assertGoodPassword(given.password, [live.name, live.address])
    const counted = await tries.proving(live.session, place)
    const person = await getPerson(kit.database.manager, live.person)
    if (!(await passwords.matches(person.passwordHash, given.current)))
      throw new Problem('proof.wrong', 'The password until now is not right.', { pointer: '/current' })
    await counted.right()
    const passwordHash = await passwords.hash(given.password)
    await kit.change(actorOf(live), async change => {
      if (live.secondProof || live.unattended) change.requirePresence('A new password needs you to confirm it’s you.')
      await changePerson(change.manager, live.person, { passwordHash })
      await endSignIns(change, live.person, live.session)
      change.record({
        chain: live.person,
        what: 'password.changed',
        sentence: `${live.name} changed the password; other sign-ins ended.`,
      })
      await change.mail(passwordChanged({ name: live.name, address: live.address }))
    })
  }
}

async function endSignIns(change: Change, person: string, but: string | null): Promise<void> {
  await change.manager.query(
    "UPDATE session SET ended_at = $2 WHERE person_id = $1 AND ended_at IS NULL AND kind <> 'token' AND id IS DISTINCT FROM $3",
    [person, change.now.toString(), but],
  )
  await change.later('tell-signed-out', {})
}

function passwordChanged(to: { name: string; address: string }) {
  return {
    to,
    subject: 'Your password for Famiglia was changed',
    body: [
      `Dear ${to.name},`,
      'Your password was changed just now, and your other sign-ins ended. Tokens for scripts go on; end them under “How you sign in”.',
    ],
    unexpected: 'If it was not you, choose a new password at once, by “Forgot the password” on the sign-in page.',
  }
}
