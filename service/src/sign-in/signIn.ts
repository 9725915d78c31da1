import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Change } from '../base/change.ts'
import { type Person, changePerson, getPerson, peopleById } from '../people/queries.ts'
import { stepOfCode } from './code.ts'
import type { Passwords } from './password.ts'
import { beginSession, sessionDays } from './sessions.ts'
import type { ProvenBy } from '../base/live-session.ts'
import { takeRecoveryCode } from './recoveryCodes.ts'
import { secondStepOf, type SecondStep } from './secondStep.ts'
import type { Place, Tries } from './tries.ts'

export interface Credentials {
  readonly address: string
  readonly password: string
  readonly code?: string | undefined
  /** One of the recovery codes, in the place of a code. */
  readonly recovery?: string | undefined
}

export type SignInOutcome =
  { needs: SecondStep } | { needs: null; secret: string; person: { id: string; name: string } }

/**
 * Signs somebody in with a password and, where they have set up a second step, a code or a recovery code; where it is a
 * passkey, that alone signs in, or a recovery code with the password. What is wrong is not told
 * (`sign-in.wrong`), nor whether the address is known. Too many wrong tries slow down: `request.too-many`.
 */
export function signIn(kit: Kit, passwords: Passwords, tries: Tries) {
  return async ({ address, password, code, recovery }: Credentials, place: Place): Promise<SignInOutcome> => {
    const account = address.toLowerCase()
    const counted = await tries.signingIn(account, place)
    const person = await findByAddress(kit, account)
    const right = await passwords.matches(person?.passwordHash ?? null, password)
    if (!person || !right || person.pausedAt) throw wrong()
    const needs = await secondStepOf(kit.database.manager, person.id)
    if (needs && !code && !recovery) {
      await counted.right()
      return { needs }
    }
    const signedIn = await kit.change(null, async change => {
      const provenBy = recovery
        ? await provenByRecovery(kit, change, person, recovery)
        : await provenByCode(kit, person.id, code, change.manager)
      if (provenBy === 'wrong') throw wrong()
      const session = await beginSession(
        change.manager,
        {
          person: person.id,
          kind: 'console',
          name: 'console',
          provenAt: change.now,
          provenBy,
          expiresAt: change.now.add({ hours: sessionDays.console * 24 }),
        },
        change.now,
      )
      change.record({
        chain: person.id,
        what: 'sign-in.begun',
        sentence: `${person.name} signed in with ${provenBy}.`,
        by: { id: person.id, name: person.name },
      })
      return { needs: null, secret: session.secret, person: { id: person.id, name: person.name } }
    })
    await counted.right()
    return signedIn
  }
}

/** Whoever signs in with a recovery code is told so by letter: the app is lost, or the code was found by somebody else. */
async function provenByRecovery(
  kit: Kit,
  change: Change,
  person: Person,
  recovery: string,
): Promise<ProvenBy | 'wrong'> {
  const left = await takeRecoveryCode(kit, change.manager, person.id, recovery)
  if (left === null) return 'wrong'
  const to = (await peopleById(change.manager, [person.id])).get(person.id)!
  await change.mail({
    to,
    subject: 'A recovery code was used to sign in',
    body: [
      `Dear ${person.name},`,
      `somebody signed in as you with a recovery code. ${left === 0 ? 'None is' : left === 1 ? 'One is' : `${left} are`} left. Set up your app anew, and draw new codes.`,
    ],
    button: { label: 'How you sign in', leads: { to: 'page', path: '/my-access/sign-in' } },
    unexpected: 'If it was not you, choose a new password at once.',
  })
  return 'password and recovery code'
}

const wrong = () => new Problem('sign-in.wrong', 'The address, the password or the code is not right.')

async function findByAddress(kit: Kit, address: string): Promise<Person | null> {
  const found = await kit.database
    .query('SELECT person_id FROM person_address WHERE address = $1', [address])
    .then((rows: { person_id: string }[]) => rows[0])
  return found ? getPerson(kit.database.manager, found.person_id) : null
}

/** Takes a person's code, once: the row is locked by the change. People without a second step need none; a passkey is no code. */
export async function provenByCode(
  kit: Kit,
  personId: string,
  code: string | undefined,
  manager = kit.database.manager,
): Promise<ProvenBy | 'wrong'> {
  const person = await getPerson(manager, personId)
  if (!person.totpSealed) return (await secondStepOf(manager, personId)) ? 'wrong' : 'password'
  const last = person.totpLastStep === null ? null : Number(person.totpLastStep)
  const step = await stepOfCode(
    kit.secrets.unseal(person.totpSealed),
    code ?? '',
    kit.clock.now().epochMilliseconds,
    last,
  )
  if (step === null) return 'wrong'
  await changePerson(manager, personId, { totpLastStep: String(step) })
  return 'password and code'
}
