import type { Tier } from '@famiglia/core'
import { IsNull, Not } from 'typeorm'
import type { Change } from '../base/change.ts'
import { targetOfAsset } from '../assets/targets.ts'
import { assets } from '../assets/records.ts'
import { adminsOf, businesses, memberships, type Business } from '../businesses/records.ts'
import { keepGrant } from '../grants/keepGrant.ts'
import { between } from '../history/append.ts'
import type { KnownPerson } from '../people/records.ts'

/**
 * Ends the trust: who accepted is the admin already, the trustee's people go, and the trustee keeps the tier that was
 * left to it on what is there, or nothing.
 */
export async function takeChair(
  change: Change,
  business: Business,
  person: KnownPerson,
  keeping: Tier | null,
): Promise<void> {
  const { manager } = change
  const { trusteeId } = await manager.findOneByOrFail(businesses, { id: business.id })
  if (!trusteeId) return
  const trustee = await manager.findOneByOrFail(businesses, { id: trusteeId })
  const chains = between(business, trustee)
  const by = { id: person.id, name: person.name }
  const told = await adminsOf(manager, trustee.id)
  const going = await manager.findBy(memberships, { businessId: business.id, personId: Not(person.id) })
  for (const { personId } of going) {
    await manager.query(
      'DELETE FROM team_member USING team WHERE team.id = team_member.team_id AND team.business_id = $1 AND team_member.person_id = $2',
      [business.id, personId],
    )
    await manager.query(
      'UPDATE access_grant SET ended_at = $3, ended_by = $4 WHERE business_id = $1 AND person_id = $2 AND ended_at IS NULL',
      [business.id, personId, change.now.toString(), person.id],
    )
    await manager.delete(memberships, { businessId: business.id, personId })
  }
  await manager.update(businesses, { id: business.id }, { trusteeId: null })
  await change.record({
    ...chains,
    by,
    about: person.id,
    what: 'chair.taken',
    sentence: `${person.name} took the chair of ${business.name}; ${trustee.name} no longer holds it in trust, and its people are not in it any more.`,
  })
  if (keeping) await leave(change, business, trustee, person, keeping)
  for (const admin of told)
    await change.mail({
      to: admin,
      subject: `${person.name} took the chair of ${business.name}`,
      body: [
        `Dear ${admin.name},`,
        `${business.name} is in the hands of its owner now. ${keeping ? `You keep ${keeping} on what it has today: put your people on it.` : 'Nothing was left to you; ask for what you need.'}`,
      ],
      button: {
        label: 'See where it stands',
        leads: { to: 'page', path: `/${trustee.number}/partners/${business.number}` },
      },
    })
}

async function leave(
  change: Change,
  business: Business,
  trustee: Business,
  person: KnownPerson,
  tier: Tier,
): Promise<void> {
  const left = await change.manager.findBy(assets, { businessId: business.id, archivedAt: IsNull() })
  for (const asset of left)
    await keepGrant(change, null, {
      business: business.id,
      target: targetOfAsset(asset),
      holder: { partner: trustee.id },
      words: { tier, actions: [], hiding: [], from: null, until: null },
      purpose: null,
      givenBy: person.id,
      proposal: null,
      upstream: null,
      mayPassOn: false,
    })
  await change.record({
    ...between(business, trustee),
    by: { id: person.id, name: person.name },
    what: 'grant.given',
    sentence: `${person.name} left ${trustee.name} ${tier} on ${left.map(asset => asset.name).join(', ') || 'nothing: there is nothing yet'}.`,
  })
}
