import { knownPurposes, samePurpose } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, getBusiness, type Business } from '../businesses/queries.ts'
import type { BusinessAddressed } from '../sentences/addressee.ts'
import { givenFor, readinessOf, type ReadinessInWords } from './readiness.ts'
import { getPurpose } from '../purposes/queries.ts'
import { sharedAssets } from '../reach/sharedAssets.ts'

const addressed = (partner: Business): BusinessAddressed => ({
  kind: 'business',
  partner,
  name: partner.name,
  offer: null,
})

/** Whether what the acting business gave a partner is enough for a purpose; what mends it is the acting one's to say. */
export async function readinessOfPartner(
  kit: Kit,
  acting: Acting,
  partner: Business,
  purpose: string,
): Promise<ReadinessInWords> {
  const manager = kit.database.manager
  const wanted = await getPurpose(manager, acting, purpose)
  const who = addressed(partner)
  return readinessOf(kit, manager, acting, who, wanted, await givenFor(manager, acting, who, wanted))
}

/**
 * Whether what the acting business got from a partner is enough for a purpose. What is missing is told by its kind
 * alone: the owner's other assets are not for it to see; what mends it is to ask.
 */
export async function readinessAtPartner(
  kit: Kit,
  acting: Acting,
  owner: Business,
  purpose: string,
): Promise<ReadinessInWords> {
  const manager = kit.database.manager
  const wanted = knownPurposes.find(known => samePurpose(known.name, purpose))
  if (!wanted) throw new Problem('purpose.unknown', `“${purpose}” is a purpose that only ${owner.name} knows.`)
  const self = await getBusiness(manager, acting.id)
  const who = addressed(self)
  const told = await readinessOf(kit, manager, owner, who, wanted, await givenFor(manager, owner, who, wanted))
  const held = new Set((await sharedAssets(kit, acting.id, owner.id)).map(asset => asset.number))
  return {
    ...told,
    at: { number: owner.number, name: owner.name },
    whoCanMend: (await adminsOf(manager, acting.id)).map(admin => admin.name),
    requirements: told.requirements.map(one => {
      const known = one.asset !== null && held.has(one.asset.number)
      const isMissing = one.state !== 'met' && one.state !== 'not begun'
      const remedy = isMissing ? `Ask ${owner.name} for it: ask ${owner.number} "${wanted.name}"` : null
      const takes = known ? one.takes : `${one.takes} on a ${one.noun}`
      return { ...one, takes, asset: known ? one.asset : null, sentence: null, tie: null, remedy }
    }),
  }
}
