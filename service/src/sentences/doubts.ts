import { domainOf, lookalikeOf, printSentence, readNumber, type BusinessNumber, type Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { partnersByDomain } from '../reach/findPartner.ts'
import { knownAddressesLike, type KnownAddresses } from './knownAddresses.ts'
import type { PersonAddressed } from './addressee.ts'
import type { PlannedLet } from './planned.ts'
import { isNewPerson } from './takesYes.ts'

/** Something about whom a sentence goes to that is asked before it is sent. */
export interface Doubt {
  readonly address: string
  readonly asks: string
  /** The sentence that was probably meant instead; null where there is none to say. */
  readonly instead: string | null
}

/**
 * Whether the new people of a sentence are whom it means: an address one letter off a known one, a domain one letter off
 * one's own or a partner's, or an address at a partner, whom things are given as a business.
 */
export async function doubtsOn(manager: EntityManager, acting: Acting, plan: PlannedLet): Promise<Doubt[]> {
  const strangers = plan.recipients.filter(isNewPerson).map(({ who }) => who as PersonAddressed)
  const asked = strangers.filter(who => !who.invitation)
  if (asked.length === 0) return []
  // Whom the business deals with is its admins’ to know.
  const partners = acting.standing === 'admin' ? await partnersByDomain(manager, acting.id) : new Map()
  const doubts: Doubt[] = []
  for (const { address } of asked) {
    const known = await knownAddressesLike(manager, acting, address)
    const doubt = doubtAbout(acting, plan, address, known, partners)
    if (doubt) doubts.push(doubt)
  }
  return doubts
}

/** Refuses a sentence with open questions until it is said again as sure: `sentence.doubtful`. */
export async function assertSure(
  manager: EntityManager,
  acting: Acting,
  plan: PlannedLet,
  sure: boolean,
): Promise<void> {
  const [first, ...more] = sure ? [] : await doubtsOn(manager, acting, plan)
  if (!first) return
  throw new Problem('sentence.doubtful', [first, ...more].map(doubt => doubt.asks).join(' '), {
    pointer: '/sentence',
    nearest: first.instead,
  })
}

function doubtAbout(
  acting: Acting,
  plan: PlannedLet,
  address: string,
  { addresses, domains }: KnownAddresses,
  partners: ReadonlyMap<string, { readonly name: string; readonly number: string }>,
): Doubt | null {
  const like = lookalikeOf(address, addresses, [...domains, ...partners.keys()])
  if (like)
    return {
      address,
      asks:
        like.known === 'address'
          ? `${address} is one letter off ${like.meant}, whom ${acting.name} knows. Is it somebody else?`
          : `${domainOf(address)} is one letter off ${domainOf(like.meant)}. Is the address right?`,
      instead: insteadOf(plan, address, { by: 'address', address: like.meant }),
    }
  const partner = domains.includes(domainOf(address)) ? undefined : partners.get(domainOf(address))
  if (!partner) return null
  const number = readNumber(partner.number)
  const toBusiness: Who | null = number.ok ? { by: 'number', number: number.number as BusinessNumber } : null
  return {
    address,
    asks: `${address} seems to be at ${partner.name}. Give it to the business, and it puts its own people on it, who cost you no seats. Or is ${address} to join ${acting.name}?`,
    instead: acting.standing === 'admin' && toBusiness ? insteadOf(plan, address, toBusiness) : null,
  }
}

/** The same sentence, to somebody else. */
function insteadOf({ sentence }: PlannedLet, address: string, who: Who): string {
  const others = sentence.who.filter(one => !(one.by === 'address' && one.address === address))
  return printSentence({ ...sentence, who: [...others, who] })
}
