import type { Room } from '../base/room.ts'
import { Problem } from '../base/problem.ts'
import { persons, type Person } from '../people/records.ts'
import { stepOfCode } from './code.ts'
import type { Passwords } from './password.ts'
import { beginSession, sessionDays, type ProvenBy } from './records.ts'
import type { Tries } from './tries.ts'

export interface Credentials {
  readonly address: string
  readonly password: string
  readonly code?: string | undefined
}

export type SignInOutcome = { needs: 'code' } | { needs: null; secret: string; person: { id: string; name: string } }

/**
 * Signs somebody in with a password and, where they have set up a second proof, a code. What is wrong is not told
 * (`sign-in.wrong`), nor whether the address is known. Too many wrong tries slow down: `request.too-many`.
 */
export function signIn(room: Room, passwords: Passwords, tries: Tries) {
  return async ({ address, password, code }: Credentials, from: string): Promise<SignInOutcome> => {
    const account = address.toLowerCase()
    tries.check(from, account)
    const person = await findByAddress(room, account)
    const right = await passwords.matches(person?.passwordHash ?? null, password)
    if (!person || !right || person.pausedAt) throw tries.failed(from, account, wrong())
    if (person.totpSealed && !code) return { needs: 'code' }
    return room.change(null, { person: person.id }, async change => {
      const provenBy = await provenByCode(room, person.id, code, change.manager)
      if (provenBy === 'wrong') throw tries.failed(from, account, wrong())
      tries.succeeded(account)
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
      await change.record({
        chain: person.id,
        what: 'sign-in.begun',
        sentence: `${person.name} signed in with ${provenBy}.`,
        by: { id: person.id, name: person.name },
      })
      return { needs: null, secret: session.secret, person: { id: person.id, name: person.name } }
    })
  }
}

const wrong = () => new Problem('sign-in.wrong', 'The address, the password or the code is not right.')

async function findByAddress(room: Room, address: string): Promise<Person | null> {
  const found = await room.database
    .query('SELECT person_id FROM person_address WHERE address = $1', [address])
    .then((rows: { person_id: string }[]) => rows[0])
  return found ? room.database.manager.findOneBy(persons, { id: found.person_id }) : null
}

/** Takes a person's code, once: the row is locked by the change. People without a second proof need none. */
export async function provenByCode(
  room: Room,
  personId: string,
  code: string | undefined,
  manager = room.database.manager,
): Promise<ProvenBy | 'wrong'> {
  const person = await manager.findOneByOrFail(persons, { id: personId })
  if (!person.totpSealed) return 'password'
  const last = person.totpLastStep === null ? null : Number(person.totpLastStep)
  const step = await stepOfCode(
    room.secrets.unseal(person.totpSealed),
    code ?? '',
    room.clock.now().epochMilliseconds,
    last,
  )
  if (step === null) return 'wrong'
  await manager.update(persons, { id: personId }, { totpLastStep: String(step) })
  return 'password and code'
}
