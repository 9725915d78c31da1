import { mostAdmins, drawNumber, isKnownZone, usualCoolingHours } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import { violates } from '../base/database.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { drawDigits } from '../base/secrets.ts'
import { addPerson, findPersonByAddress } from '../people/queries.ts'
import { beginSession, sessionDays } from '../sign-in/sessions.ts'
import { assertGoodPassword, type Passwords } from '../sign-in/password.ts'
import { businesses, cloths, memberships, type Business } from './records.ts'

export interface OpeningWanted {
  readonly business: { readonly name: string; readonly town: string; readonly zone: string }
  readonly person: { readonly name: string; readonly address: string }
}

const hoursOpen = 24
/**
 * Letters to one address that has no sign-in: from everywhere, and from one place. So nobody keeps a newcomer out for a day
 * from their own place alone.
 */
const toStranger = { name: 'letter to a stranger', most: 10, seconds: 86_400 }
const toStrangerFromPlace = { name: 'letter to a stranger from one place', most: 3, seconds: 86_400 }

/** Refuses what names no time zone, pointing at the field. */
export function assertZone(zone: string, pointer: string): void {
  if (isKnownZone(zone)) return
  throw new Problem('request.invalid', `“${zone}” is no time zone; one is named as Europe/Lisbon.`, { pointer })
}

/**
 * Asks to open a business: a letter goes to the address, and nothing is there until its link is followed. Whether the
 * address is known already is told in the letter alone, so that nobody can find out who is here.
 */
export function askToOpen(kit: Kit) {
  return async ({ business, person }: OpeningWanted, from: string, once: Once | null): Promise<{ sentTo: string }> => {
    assertZone(business.zone, '/business/zone')
    const id = newId()
    const address = person.address.toLowerCase()
    await kit.limits.count([toStrangerFromPlace, `${from} ${address}`], [toStranger, address])
    return kit.change(
      null,
      async change => {
        const known = await findPersonByAddress(change.manager, address)
        await change.manager.query(
          'INSERT INTO opening (id, business_name, town, zone, person_name, address, asked_at, expires_at) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
          [
            id,
            business.name,
            business.town,
            business.zone,
            person.name,
            address,
            change.now.toString(),
            change.now.add({ hours: hoursOpen }).toString(),
          ],
        )
        change.record({
          chain: id,
          what: 'opening.asked',
          sentence: `Somebody asked to open ${business.name}.`,
          by: null,
        })
        await change.mail(openingLetter(id, business.name, { name: person.name, address }, known !== null))
        return { sentTo: address }
      },
      once,
    )
  }
}

function openingLetter(id: string, business: string, to: { name: string; address: string }, known: boolean) {
  if (known)
    return {
      to,
      subject: `You have a sign-in at Famiglia already`,
      body: [
        `Somebody, perhaps you, asked to open ${business} with this address. It has a sign-in already: sign in with it instead.`,
      ],
      button: { label: 'Sign in', leads: { to: 'page' as const, path: '/sign-in' } },
    }
  return {
    to,
    // What a stranger typed stands in no subject and on no link of a letter to somebody whom nobody asked.
    subject: 'Open a business at Famiglia',
    body: [
      'Good day,',
      `somebody, perhaps you, asked to open a business called “${business}” with this address, in the name of ${to.name}. Follow this link to choose a password and become its admin. It is good for ${hoursOpen} hours.`,
    ],
    button: { label: 'Go on', leads: { to: 'opening' as const, id, generation: 1 } },
    unexpected: 'If you did not ask for this, leave it: without the link nothing is opened.',
  }
}

interface Opening {
  id: string
  business_name: string
  town: string
  zone: string
  person_name: string
  address: string
  expires_at: Date
  business_id: string | null
}

interface Opened {
  readonly number: string
  readonly name: string
  /** Of the session that is begun with it; null where none is. */
  readonly secret: string | null
}

/**
 * Opens the business that a link asks for, with its first admin, who chooses the password now, in the browser that followed
 * the link, and is signed in there: whoever asked may be somebody else. Following it again tells the same business.
 */
export function open(kit: Kit, passwords: Passwords) {
  return async (link: string, password: string): Promise<Opened> => {
    const target = kit.secrets.readLink('opening', link)
    if (!target)
      throw new Problem('link.unknown', 'This link is not whole, or was not made here. Copy it from the letter again.')
    const passwordHash = await passwords.hash(password)
    return kit.change(null, async change => {
      const [opening] = (await change.manager.query('SELECT * FROM opening WHERE id = $1 FOR UPDATE', [
        target.id,
      ])) as Opening[]
      if (!opening) throw new Problem('link.unknown', 'This link leads nowhere.')
      if (opening.business_id) return alreadyOpen(change, opening)
      if (opening.expires_at.getTime() <= change.now.epochMilliseconds)
        throw new Problem('opening.lapsed', `The link was good for ${hoursOpen} hours. Ask to open the business again.`)
      await assertGoodPassword(password, [opening.person_name, opening.address, opening.business_name])
      return openNow(change, opening, passwordHash)
    })
  }
}

async function alreadyOpen(change: Change, opening: Opening): Promise<Opened> {
  const business = await change.manager.findOneByOrFail(businesses, { id: opening.business_id! })
  change.record({
    chain: opening.id,
    what: 'opening.repeated',
    sentence: `The link that opened ${business.name} was followed again.`,
    by: null,
  })
  return { number: business.number, name: business.name, secret: null }
}

async function openNow(change: Change, opening: Opening, passwordHash: string): Promise<Opened> {
  if (await findPersonByAddress(change.manager, opening.address))
    throw new Problem('person.known', 'This address has a sign-in already. Sign in with it instead.')
  const person = await addPerson(
    change.manager,
    { name: opening.person_name, address: opening.address, passwordHash },
    change.now,
  )
  const { business_name: name, town, zone } = opening
  const business = await addBusiness(change, { name, town, zone, trusteeId: null }, person.id)
  await change.manager.insert(memberships, {
    businessId: business.id,
    personId: person.id,
    standing: 'admin',
    since: change.now,
    invitedBy: null,
    pausedAt: null,
    frozenAt: null,
  })
  await change.manager.query('UPDATE opening SET business_id = $2 WHERE id = $1', [opening.id, business.id])
  const by = { id: person.id, name: person.name }
  change.record({ chain: person.id, what: 'person.joined', sentence: `${person.name} made a sign-in.`, by })
  change.record({
    chain: business.id,
    what: 'business.opened',
    sentence: `${person.name} opened ${business.name} in ${business.town} and is its admin.`,
    data: { number: business.number },
    about: person.id,
    by,
  })
  const { secret } = await beginSession(
    change.manager,
    {
      person: person.id,
      kind: 'console',
      name: 'The browser that opened the business',
      provenAt: change.now,
      provenBy: 'password',
      expiresAt: change.now.add({ hours: sessionDays.console * 24 }),
    },
    change.now,
  )
  return { number: business.number, name: business.name, secret }
}

/** Draws numbers until one is free; with a hundred million there are, the first nearly always is. */
export async function addBusiness(
  change: Change,
  wanted: Pick<Business, 'name' | 'town' | 'zone' | 'trusteeId'>,
  openedBy: string,
): Promise<Business> {
  const cloth = cloths[drawDigits() % cloths.length]!
  for (;;) {
    const business: Business = {
      id: newId(),
      number: drawNumber('B', drawDigits()),
      ...wanted,
      cloth,
      openedAt: change.now,
      openedBy,
      closedAt: null,
      closedBy: null,
      overAt: null,
      worksAs: null,
      contact: null,
      proposalDays: 14,
      offersAtOnce: false,
      coolingHours: usualCoolingHours,
      twoApprovals: false,
      mostAdmins: mostAdmins.usual,
    }
    await change.manager.query('SAVEPOINT drawn')
    try {
      await change.manager.insert(businesses, business)
      return business
    } catch (error) {
      if (!violates(error, 'business_number')) throw error
      await change.manager.query('ROLLBACK TO SAVEPOINT drawn')
    }
  }
}
