import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { actorOf } from '../base/session.ts'
import { getPerson } from '../people/queries.ts'
import type { Passwords } from './password.ts'
import { sessions } from './records.ts'
import type { LiveSession, ProvenBy } from '../base/live-session.ts'
import { provenByCode } from './signIn.ts'
import { secondStepOf } from './secondStep.ts'
import type { Place, Tries } from './tries.ts'

/**
 * Proves again who is signed in: with a code where an app is set up, else with the password, unless there is a passkey:
 * then with that (`proveWithPasskey`). It holds for ten minutes in this session. Wrong: `proof.wrong`.
 */
export function prove(kit: Kit, passwords: Passwords, tries: Tries) {
  return async (
    live: LiveSession,
    given: { code?: string | undefined; password?: string | undefined },
    place: Place,
  ): Promise<{ provenAt: string; provenBy: ProvenBy }> => {
    const counted = await tries.proving(live.session, place)
    const person = await getPerson(kit.database.manager, live.person)
    const step = await secondStepOf(kit.database.manager, live.person)
    if (step === 'passkey')
      throw new Problem('proof.wrong', 'You have a passkey set up: confirm with that, in the browser.', {
        pointer: '/password',
      })
    const byPassword = !step && (await passwords.matches(person.passwordHash, given.password ?? ''))
    const proven = await kit.change(actorOf(live), async change => {
      const byCode = person.totpSealed
        ? (await provenByCode(kit, live.person, given.code, change.manager)) !== 'wrong'
        : false
      if (!byCode && !byPassword) {
        const wanted = person.totpSealed
          ? 'The six-digit code is not right, is too old, or was used already. Take the one your app shows now.'
          : 'The password is not right.'
        throw new Problem('proof.wrong', wanted, { pointer: person.totpSealed ? '/code' : '/password' })
      }
      const provenBy: ProvenBy = byCode ? 'code' : 'password'
      await change.manager.update(sessions, { id: live.session }, { provenAt: change.now, provenBy })
      change.record({
        chain: live.person,
        what: 'sign-in.proven',
        sentence: `${live.name} proved again who they are, with ${byCode ? 'a code' : 'the password'}.`,
      })
      return { provenAt: change.now.toString(), provenBy }
    })
    await counted.right()
    return proven
  }
}
