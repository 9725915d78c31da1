import {
  isByPurpose,
  kinds,
  knownPurposes,
  printSentence,
  printWhat,
  samePurpose,
  sayNeed,
  type Part,
  type Terms,
  type Wanted,
  type What,
  type Who,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { findAsset, type Asset } from '../assets/queries.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import { scopeForPurpose } from '../grants/purposeScope.ts'
import { termsOfPart } from '../grants/termsOfPart.ts'
import type { ProposalParts, ProposedThing } from '../proposals/kind.ts'
import { targetOfAsset, type Target } from '../reach/targets.ts'
import type { BusinessAskOwn } from './records.ts'

/** One thing that another business asks for, as its owner finds it. */
export interface AskedThing {
  readonly text: string
  readonly name: string | null
  /** Here and grantable; not in Famiglia yet, or not tied; or of a kind that only its holder offers. */
  readonly state: 'here' | 'missing' | 'to offer'
  readonly remedy: string | null
  /** Whether what is asked for does not work without it. */
  readonly must: boolean
}

export interface AskRead {
  readonly things: readonly ProposedThing[]
  readonly told: readonly AskedThing[]
}

/**
 * What another business's ask comes to among the owner's assets, worked out anew each time it is read: what is brought
 * in or tied meanwhile is there.
 */
export async function readAsk(
  manager: EntityManager,
  owner: Acting,
  { business, own }: Pick<ProposalParts, 'business' | 'own'>,
): Promise<AskRead> {
  const { wanted } = own as BusinessAskOwn
  const byPurpose = isByPurpose(wanted)
  const told: AskedThing[] = []
  const named: { target: Target; part: Part }[] = []
  for (const part of wanted.parts)
    for (const what of part.on) {
      const asset = await findAsset(manager, owner.id, what)
      if (asset) named.push({ target: targetOfAsset(asset), part })
      told.push(tellThing(what, asset, byPurpose ? null : part, business.number))
    }
  const found = byPurpose
    ? await givenByPurpose(manager, owner, wanted, named, told)
    : named.map(({ target, part }) => ({ target, terms: termsOfPart(part, owner.zone) }))
  const { purpose, mayPassOn } = wanted
  const things = found
    .filter(({ target }) => target.assets.every(asset => kinds[asset.kind].canBeAskedFor))
    .map(({ target, terms }) => ({ item: null, target, terms, purpose, mayPassOn }))
  return { things, told }
}

/** Refuses to grant the whole while something it needs is not here: `ask.not-yet`; less can be granted all the same. */
export function assertAllHere(owner: Acting, { things, told }: AskRead): void {
  const missing = told.filter(thing => thing.state === 'missing' && thing.must)
  if (missing.length === 0 && things.length > 0) return
  throw new Problem(
    'ask.not-yet',
    `${missing.map(thing => `${thing.text}: ${thing.remedy}`).join(' ') || `${owner.name} has nothing of what they ask for.`} The ask waits until then; you can also grant less.`,
    { missing: missing.map(thing => thing.text) },
  )
}

function tellThing(what: What, asset: Asset | null, part: Part | null, asker: string): AskedThing {
  const text = printWhat(what)
  const kind = asset?.kind ?? (what.by === 'handle' ? what.kind : null)
  if (kind && !kinds[kind].canBeAskedFor)
    return {
      text,
      name: asset?.name ?? null,
      state: 'to offer',
      remedy: `A ${kinds[kind].noun} is only offered by who holds it${asset && part ? `: ${offering(asker, part, what)}` : ''}.`,
      must: true,
    }
  if (asset) return { text, name: asset.name, state: 'here', remedy: null, must: true }
  const remedy =
    what.by === 'handle'
      ? `You have no ${kinds[what.kind].noun} of that handle here. Bring it in, then grant this.`
      : 'You have nothing of that number or name here. Bring it in, or ask them which one they mean.'
  return { text, name: null, state: 'missing', remedy, must: true }
}

/** The sentence that offers it, as written. */
function offering(asker: string, part: Part, what: What): string {
  const number = asker as Extract<Who, { by: 'number' }>['number']
  return printSentence({
    verb: 'let',
    who: [{ by: 'number', number }],
    parts: [{ ...part, on: [what] }],
    purpose: null,
    mayGiveAccess: false,
    mayPassOn: false,
  })
}

/** What the purpose takes of the owner's assets; what it takes and is not there is told in the list of things. */
async function givenByPurpose(
  manager: EntityManager,
  owner: Acting,
  wanted: Wanted,
  named: readonly { readonly target: Target }[],
  told: AskedThing[],
): Promise<{ target: Target; terms: Terms }[]> {
  const purpose = knownPurposes.find(known => samePurpose(known.name, wanted.purpose ?? ''))
  if (!purpose) return []
  const of = named.flatMap(({ target }) => target.assets)
  const scope = await scopeForPurpose(manager, owner, purpose, of)
  for (const { asset, must } of scope.items) {
    const text = `${asset.kind}/${asset.handle}`
    if (told.some(thing => thing.text === text || thing.text === asset.number)) continue
    const { canBeAskedFor, noun } = kinds[asset.kind]
    told.push({
      text,
      name: asset.name,
      state: canBeAskedFor ? 'here' : 'to offer',
      remedy: canBeAskedFor ? null : `A ${noun} is only offered by who holds it: say so in a sentence of your own.`,
      must,
    })
  }
  for (const { need, remedy, candidates } of scope.holes)
    told.push({
      text: need.kind,
      name: null,
      state: 'missing',
      remedy:
        remedy === 'tie'
          ? `It takes ${sayNeed(need)}. Tie ${candidates.map(one => one.name).join(' or ')} to what they work with.`
          : `It takes ${sayNeed(need)}, and you have none here. Bring one in, then grant this.`,
      must: true,
    })
  const [part] = wanted.parts
  return scope.items.map(({ asset, given }) => ({
    target: targetOfAsset(asset),
    terms: termsOfPart({ ...part!, ...given }, owner.zone),
  }))
}
