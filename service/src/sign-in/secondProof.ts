import type { Room } from '../base/room.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { persons } from '../people/records.ts'
import { codeAddress, newCodeSecret, stepOfCode } from './code.ts'
import type { LiveSession } from './records.ts'
import { drawRecoveryCodes } from './recoveryCodes.ts'

/** Begins setting up a second proof: the secret counts only after a first code from it came back. */
export function beginSecondProof(room: Room) {
  return async (live: LiveSession): Promise<{ secret: string; address: string }> => {
    const secret = newCodeSecret()
    return room.change(actorOf(live), { person: live.person }, async change => {
      if (live.secondProof) change.requireFreshProof('Setting up a second proof anew takes a fresh proof.')
      await change.manager.update(persons, { id: live.person }, { totpPendingSealed: room.secrets.seal(secret) })
      await change.record({
        chain: live.person,
        what: 'second-proof.begun',
        sentence: `${live.name} began to set up a second proof.`,
      })
      return { secret, address: codeAddress(secret, live.address) }
    })
  }
}

/** Takes the second proof into use, and returns recovery codes, told this once. A code that does not fit: `proof.wrong`. */
export function confirmSecondProof(room: Room) {
  return async (live: LiveSession, code: string): Promise<string[]> =>
    room.change(actorOf(live), { person: live.person }, async change => {
      const person = await change.manager.findOneByOrFail(persons, { id: live.person })
      const secret = person.totpPendingSealed ? room.secrets.unseal(person.totpPendingSealed) : null
      const step = secret ? await stepOfCode(secret, code, room.clock.now().epochMilliseconds, null) : null
      if (step === null)
        throw new Problem('proof.wrong', 'The code does not fit the secret. Enter the one your app shows now.', {
          pointer: '/code',
        })
      await change.manager.update(
        persons,
        { id: live.person },
        { totpSealed: person.totpPendingSealed, totpPendingSealed: null, totpLastStep: String(step) },
      )
      await change.record({
        chain: live.person,
        what: 'second-proof.set-up',
        sentence: `${live.name} set up a second proof, and drew recovery codes.`,
      })
      return drawRecoveryCodes(room, change, live.person)
    })
}
