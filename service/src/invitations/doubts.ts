import { domainOf, lookalikeOf, readNumber, type BusinessNumber, type Who } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { partnersByDomain } from '../reach/findPartner.ts'
import { knownAddressesLike, type KnownAddresses } from './knownAddresses.ts'

/** Something about somebody new that is asked before they are invited. */
export interface DoubtAbout {
  readonly address: string
  readonly asks: string
  /** Whom it probably means instead; null where it is not for who asks to name them. */
  readonly meant: Who | null
}

/**
 * Whether new addresses are those that are meant: one letter off a known one, at a domain one letter off one's own or a
 * partner's, or at a partner, whom things are given as a business.
 */
export async function doubtsAbout(
  manager: EntityManager,
  acting: Acting,
  addresses: readonly string[],
): Promise<DoubtAbout[]> {
  if (addresses.length === 0) return []
  // Whom the business deals with is its admins’ to know.
  const partners = acting.standing === 'admin' ? await partnersByDomain(manager, acting.id) : new Map()
  const doubts: DoubtAbout[] = []
  for (const address of addresses) {
    const doubt = doubtAbout(acting, address, await knownAddressesLike(manager, acting, address), partners)
    if (doubt) doubts.push(doubt)
  }
  return doubts
}

/** Refuses what is asked about until it is said again as sure: `sentence.doubtful`. */
export function assertNoDoubt(
  doubts: readonly Pick<DoubtAbout, 'asks'>[],
  nearest: string | null,
  pointer: string,
): void {
  if (doubts.length === 0) return
  throw new Problem('sentence.doubtful', doubts.map(doubt => doubt.asks).join(' '), { pointer, nearest })
}

function doubtAbout(
  acting: Acting,
  address: string,
  { addresses, domains }: KnownAddresses,
  partners: ReadonlyMap<string, { readonly name: string; readonly number: string }>,
): DoubtAbout | null {
  const like = lookalikeOf(address, addresses, [...domains, ...partners.keys()])
  if (like)
    return {
      address,
      asks:
        like.known === 'address'
          ? `${address} is one letter off ${like.meant}, whom ${acting.name} knows. Is it somebody else?`
          : `${domainOf(address)} is one letter off ${domainOf(like.meant)}. Is the address right?`,
      meant: { by: 'address', address: like.meant },
    }
  const partner = domains.includes(domainOf(address)) ? undefined : partners.get(domainOf(address))
  if (!partner) return null
  const number = readNumber(partner.number)
  return {
    address,
    asks: `${address} seems to be at ${partner.name}. Give it to the business, and it puts its own people on it, who cost you no seats. Or is ${address} to join ${acting.name}?`,
    meant: number.ok ? { by: 'number', number: number.number as BusinessNumber } : null,
  }
}
