import type { EntityManager } from 'typeorm'
import type { Acting } from '../businesses/acting.ts'

/** The addresses that a business knows and that resemble one, and the domains of all it knows. */
export interface KnownAddresses {
  readonly addresses: readonly string[]
  readonly domains: readonly string[]
}

/**
 * Of its people, by the address that is shown of each, and of whom it invited, as far as who looks may see it: addresses as
 * long as one, give or take a letter.
 */
export async function knownAddressesLike(
  manager: EntityManager,
  { id, standing, live }: Pick<Acting, 'id' | 'standing' | 'live'>,
  address: string,
): Promise<KnownAddresses> {
  const [row] = (await manager.query(
    `WITH known AS (
       SELECT address FROM membership JOIN person_address USING (person_id) WHERE business_id = $1 AND person_address.main
       UNION SELECT to_address FROM proposal WHERE business_id = $1 AND kind = 'invitation' AND state = 'open' AND to_address IS NOT NULL AND ($3 OR sent_by = $4)
     ) SELECT coalesce(array_agg(address) FILTER (WHERE abs(length(address) - length($2)) <= 1), '{}') AS addresses,
              coalesce(array_agg(DISTINCT split_part(address, '@', 2)), '{}') AS domains FROM known`,
    [id, address, standing === 'admin', live.person],
  )) as [KnownAddresses]
  return row
}
