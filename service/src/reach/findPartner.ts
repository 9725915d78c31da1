import { looksLikeNumber, meantByHandle, sayList, type BusinessNumber } from '@famiglia/core'
import { In, type EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import { readBusinessNumber, type Acting } from '../businesses/acting.ts'
import { businesses, type Business } from '../businesses/records.ts'

/** Those with which a business ever had something to do: a grant or a proposal either way, or one that it holds in trust. */
export const partnerIds = `
  SELECT to_business_id AS id FROM access_grant WHERE business_id = $1 AND to_business_id IS NOT NULL
  UNION SELECT business_id FROM access_grant WHERE to_business_id = $1
  UNION SELECT proposal.to_business_id FROM proposal LEFT JOIN business_ask asked ON asked.proposal_id = proposal.id
    LEFT JOIN link_proposal linked ON linked.proposal_id = proposal.id
    WHERE proposal.business_id = $1 AND proposal.to_business_id IS NOT NULL AND (coalesce(asked.to_named, linked.to_named, true) OR proposal.state IN ('accepted', 'declined'))
  UNION SELECT business_id FROM proposal WHERE to_business_id = $1
  UNION SELECT id FROM business WHERE trustee_id = $1
  UNION SELECT trustee_id FROM business WHERE id = $1 AND trustee_id IS NOT NULL`

export async function isPartner(manager: EntityManager, business: string, other: string): Promise<boolean> {
  const rows = (await manager.query(`SELECT FROM (${partnerIds}) near WHERE id = $2`, [business, other])) as unknown[]
  return rows.length > 0
}

/**
 * The partner that a number or `business/…` means. One with which the acting business has nothing to do answers as one
 * that does not exist: `partner.unknown`; two of whom it may be said are both named: `asset.ambiguous`.
 */
export async function getPartner(
  manager: EntityManager,
  acting: Pick<Acting, 'id' | 'name' | 'number'>,
  text: string,
): Promise<Business> {
  const found = looksLikeNumber(text)
    ? await partnersNumbered(manager, acting, readBusinessNumber(text))
    : await partnersCalled(manager, acting, text.replace(/^business\//, ''))
  if (found.length > 1)
    throw new Problem(
      'asset.ambiguous',
      `${text} may be ${sayList(
        found.map(one => `${one.name} (${one.number})`),
        'or',
      )}: say the number.`,
    )
  if (found[0]) return found[0]
  throw new Problem(
    'partner.unknown',
    `${acting.name} has no partner ${text}. A business that is new to you is named by its number.`,
  )
}

async function partnersNumbered(
  manager: EntityManager,
  acting: Pick<Acting, 'id'>,
  number: BusinessNumber,
): Promise<Business[]> {
  const business = await manager.findOneBy(businesses, { number })
  return business && (await isPartner(manager, acting.id, business.id)) ? [business] : []
}

async function partnersCalled(
  manager: EntityManager,
  acting: Pick<Acting, 'id'>,
  handle: string,
): Promise<readonly Business[]> {
  const near = (await manager.query(
    `SELECT business.id, business.name FROM (${partnerIds}) near JOIN business ON business.id = near.id ORDER BY business.name LIMIT 2000`,
    [acting.id],
  )) as { id: string; name: string }[]
  const meant = meantByHandle(handle, near)
  return manager.find(businesses, { where: { id: In(meant.map(one => one.id)) }, order: { name: 'ASC' } })
}

/** A business's partners by the domains of their admins' addresses; a domain that two of them use is neither's. */
export async function partnersByDomain(
  manager: EntityManager,
  business: string,
): Promise<Map<string, { readonly name: string; readonly number: string }>> {
  const rows = (await manager.query(
    `SELECT domain, min(name) AS name, min(number) AS number FROM (
       SELECT DISTINCT split_part(main.address, '@', 2) AS domain, business.name, business.number
         FROM (${partnerIds}) near JOIN business ON business.id = near.id
         JOIN membership ON membership.business_id = near.id AND membership.standing = 'admin'
         JOIN person_address main ON main.person_id = membership.person_id AND main.main) of
      GROUP BY domain HAVING count(*) = 1 LIMIT 5000`,
    [business],
  )) as { domain: string; name: string; number: string }[]
  return new Map(rows.map(({ domain, ...partner }) => [domain, partner]))
}
