import { isByPurpose, scopeOf, type Part, type Purpose, type PurposeScope, type Wanted } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsOwned, type Asset } from '../assets/queries.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { findPurpose, getPurpose } from '../purposes/queries.ts'
import { heldFrom, heldTarget } from '../reach/held.ts'
import { getTargetReached } from '../reach/findTarget.ts'
import { targetOfAsset, type Target } from '../reach/targets.ts'
import { tiesOf } from '../ties/queries.ts'
import type { ThingToGive } from './planGiven.ts'
import { termsOfPart } from './termsOfPart.ts'

export type ScopedAsset = Asset & { inside: string | null }

/** What is wanted, found among what a business owns and holds: each thing with its terms, and what its purpose takes. */
export interface WantedFound {
  readonly things: readonly ThingToGive[]
  /** The purpose that was said, where the business has one of that name. */
  readonly purpose: Purpose | null
  /** What that purpose takes on what is named, its ties included. */
  readonly scope: PurposeScope<ScopedAsset> | null
}

/** Finds the things of a sentence or an ask; a purpose by itself works them out. */
export async function findWanted(manager: EntityManager, acting: Acting, wanted: Wanted): Promise<WantedFound> {
  const named: { part: Part; target: Target }[] = []
  for (const part of wanted.parts)
    for (const what of part.on) named.push({ part, target: await getTargetReached(manager, acting, what) })
  const byPurpose = isByPurpose(wanted)
  const purpose = wanted.purpose ? await purposeSaid(manager, acting, wanted.purpose, byPurpose) : null
  const of = named.flatMap(({ target }) => target.assets)
  const scope = purpose ? await scopeOfNamed(manager, acting, purpose, of) : null
  const name = purpose?.name ?? wanted.purpose
  const { mayPassOn } = wanted
  if (!byPurpose) {
    const things = named.map(({ part, target }) => {
      return { target, terms: termsOfPart(part, acting.zone), purpose: name, mayPassOn }
    })
    return { things: onceEach(things), purpose, scope }
  }
  const [part] = wanted.parts
  const things: ThingToGive[] = []
  for (const { asset, given } of scope!.items) {
    const target = asset.businessId === acting.id ? targetOfAsset(asset) : await heldTarget(manager, acting.id, asset)
    things.push({ target, terms: termsOfPart({ ...part!, ...given }, acting.zone), purpose: name, mayPassOn })
  }
  if (things.length > 0) return { things, purpose, scope }
  throw new Problem(
    'purpose.nothing-for-it',
    `${acting.name} has nothing that “${purpose!.name}” takes. Bring in an asset first, or name one.`,
  )
}

/** Something that is named twice is said once: what is said last counts. */
function onceEach(things: readonly ThingToGive[]): ThingToGive[] {
  return [...new Map(things.map(thing => [thing.target.id, thing])).values()]
}

async function purposeSaid(
  manager: EntityManager,
  acting: Acting,
  name: string,
  isTheGiving: boolean,
): Promise<Purpose | null> {
  return isTheGiving ? getPurpose(manager, acting, name) : findPurpose(manager, acting.id, name)
}

/** What a purpose takes of the business's own assets, or of those that one other owner gave it. */
async function scopeOfNamed(
  manager: EntityManager,
  acting: Acting,
  purpose: Purpose,
  of: readonly Asset[],
): Promise<PurposeScope<ScopedAsset>> {
  const owners = new Set(of.map(asset => asset.businessId))
  const owner = [...owners][0]
  if (owners.size > 1)
    throw new Problem(
      'request.invalid',
      'A purpose is worked out for the assets of one business at a time: say one sentence for each owner’s.',
      { pointer: '/sentence' },
    )
  if (!owner || owner === acting.id) return scopeForPurpose(manager, acting, purpose, of)
  const all = await heldFrom(manager, acting.id, owner)
  return scopeOf(purpose, of.map(scoped), all.map(scoped), await tiesOf(manager, owner))
}

/** Which of the business's assets a purpose takes, beginning from the named ones. */
export async function scopeForPurpose(
  manager: EntityManager,
  business: Pick<Acting, 'id'>,
  purpose: Purpose,
  named: readonly Asset[],
  already: readonly Asset[] = [],
): Promise<PurposeScope<ScopedAsset>> {
  const all = await assetsInScope(manager, business)
  return scopeOf(purpose, named.map(scoped), all, await tiesOf(manager, business.id), already.map(scoped))
}

/** All that purposes can take from: what the business owns and has not archived. */
export async function assetsInScope(manager: EntityManager, business: Pick<Acting, 'id'>): Promise<ScopedAsset[]> {
  return (await assetsOwned(manager, business.id)).map(scoped)
}

export function scoped(asset: Asset): ScopedAsset {
  return { ...asset, inside: asset.insideId }
}
