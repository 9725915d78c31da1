import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { changePerson, getPerson } from '../people/queries.ts'
import { codeAddress, newCodeSecret, stepOfCode } from './code.ts'
import type { LiveSession } from '../base/live-session.ts'
import { drawRecoveryCodes } from './recoveryCodes.ts'
import { tellOwner } from './tellOwner.ts'

/** Begins setting up a second step: the secret counts only after a first code from it came back. */
export function beginSecondProof(kit: Kit) {
  return async (live: LiveSession): Promise<{ secret: string; address: string }> => {
    const secret = newCodeSecret()
    return kit.change(actorOf(live), async change => {
      change.requirePresence('Setting up a second step needs you to confirm it’s you.')
      await changePerson(change.manager, live.person, { totpPendingSealed: kit.secrets.seal(secret) })
      change.record({
        chain: live.person,
        what: 'second-proof.begun',
        sentence: `${live.name} began to set up a second step.`,
      })
      return { secret, address: codeAddress(secret, live.address) }
    })
  }
}

/** Takes the second step into use, and returns recovery codes, told this once. A code that does not fit: `proof.wrong`. */
export function confirmSecondProof(kit: Kit) {
  return async (live: LiveSession, code: string): Promise<string[]> =>
    kit.change(actorOf(live), async change => {
      change.requirePresence('Taking a second step into use needs you to confirm it’s you.')
      const person = await getPerson(change.manager, live.person)
      const secret = person.totpPendingSealed ? kit.secrets.unseal(person.totpPendingSealed) : null
      const step = secret ? await stepOfCode(secret, code, kit.clock.now().epochMilliseconds, null) : null
      if (step === null)
        throw new Problem('proof.wrong', 'The code does not fit the secret. Enter the one your app shows now.', {
          pointer: '/code',
        })
      await changePerson(change.manager, live.person, {
        totpSealed: person.totpPendingSealed,
        totpPendingSealed: null,
        totpLastStep: String(step),
      })
      change.record({
        chain: live.person,
        what: 'second-proof.set-up',
        sentence: `${live.name} set up a second step, and drew recovery codes.`,
      })
      await tellOwner(
        change,
        live,
        'A second step was set up for your sign-in',
        'From now on your password and a code from an app sign you in. Recovery codes were drawn; the ones before are void.',
      )
      return drawRecoveryCodes(kit, change, live.person)
    })
}
