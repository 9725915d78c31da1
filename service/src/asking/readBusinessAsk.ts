import { kinds, knownPurposes, printWhat, samePurpose, sayGiven, sayNeed, type What, type Words } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Room } from '../base/room.ts'
import { findAsset } from '../assets/findAsset.ts'
import { targetOfAsset, type Target } from '../assets/targets.ts'
import type { Acting } from '../businesses/acting.ts'
import { scopeForPurpose } from '../grants/planGiving.ts'
import type { ProposalParts } from '../proposals/describe.ts'
import { itemOf } from '../proposals/putItem.ts'
import type { ProposalItem } from '../proposals/records.ts'
import { momentsOf, readWanted } from './words.ts'

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
  readonly items: readonly { readonly item: ProposalItem; readonly target: Target }[]
  readonly things: readonly AskedThing[]
  readonly mayPassOn: boolean
  readonly mayGiveAccess: boolean
}

/**
 * What another business's ask comes to among the owner's assets, worked out anew each time it is read: what is brought
 * in or tied meanwhile is there.
 */
export async function readBusinessAsk(
  room: Room,
  manager: EntityManager,
  owner: Acting,
  { proposal, business }: ProposalParts,
): Promise<AskRead> {
  const wanted = readWanted(room, owner, proposal.wanted ?? '')
  const moments = momentsOf(wanted, owner.zone)
  const things: AskedThing[] = []
  const here: Target[] = []
  for (const what of wanted.on) {
    const asset = await findAsset(manager, owner.id, what)
    if (asset) here.push(targetOfAsset(asset))
    things.push(tellThing(what, asset?.name ?? null, sayGiven(wanted), business.number))
  }
  const byPurpose = sayGiven(wanted) === ''
  const given = byPurpose
    ? await givenByPurpose(manager, owner, wanted.purpose ?? '', here, things)
    : here.map(target => ({ target, words: { tier: wanted.tier, actions: wanted.actions } }))
  const items = given
    .filter(({ target }) => target.assets.every(asset => kinds[asset.kind].canBeAskedFor))
    .map(({ target, words }) => {
      const said: Words = { ...words, hiding: wanted.hiding, ...moments }
      return {
        target,
        item: itemOf(proposal.id, { target, words: said, purpose: wanted.purpose, mayPassOn: wanted.mayPassOn }),
      }
    })
  return { items, things, mayPassOn: wanted.mayPassOn, mayGiveAccess: wanted.mayGiveAccess }
}

function tellThing(what: What, name: string | null, given: string, asker: string): AskedThing {
  const text = printWhat(what)
  const kind = what.by === 'handle' ? what.kind : null
  if (kind && !kinds[kind].canBeAskedFor)
    return {
      text,
      name,
      state: 'to offer',
      remedy: `A ${kinds[kind].noun} is only offered by who holds it${name && given ? `: let ${asker} ${given} on ${text}` : ''}.`,
      must: true,
    }
  if (name) return { text, name, state: 'here', remedy: null, must: true }
  const remedy =
    what.by === 'handle'
      ? `You have no ${kinds[what.kind].noun} of that handle here. Bring it in, then grant this.`
      : 'You have nothing of that number or name here. Bring it in, or ask them which one they mean.'
  return { text, name: null, state: 'missing', remedy, must: true }
}

/** What the purpose takes of the owner's assets; what it takes and is not there is told in the list of things. */
async function givenByPurpose(
  manager: EntityManager,
  owner: Acting,
  name: string,
  named: readonly Target[],
  things: AskedThing[],
) {
  const purpose = knownPurposes.find(known => samePurpose(known.name, name))
  if (!purpose) return []
  const scope = await scopeForPurpose(
    manager,
    owner,
    purpose,
    named.flatMap(target => target.assets),
  )
  for (const { asset, must } of scope.items) {
    const text = `${asset.kind}/${asset.handle}`
    if (things.some(thing => thing.text === text || thing.text === asset.number)) continue
    const { canBeAskedFor, noun } = kinds[asset.kind]
    things.push({
      text,
      name: asset.name,
      state: canBeAskedFor ? 'here' : 'to offer',
      remedy: canBeAskedFor ? null : `A ${noun} is only offered by who holds it: say so in a sentence of your own.`,
      must,
    })
  }
  for (const { need, remedy, candidates } of scope.holes)
    things.push({
      text: need.kind,
      name: null,
      state: 'missing',
      remedy:
        remedy === 'tie'
          ? `It takes ${sayNeed(need)}. Tie ${candidates.map(one => one.name).join(' or ')} to what they work with.`
          : `It takes ${sayNeed(need)}, and you have none here. Bring one in, then grant this.`,
      must: true,
    })
  return scope.items.map(({ asset, given }) => ({ target: targetOfAsset(asset), words: given }))
}
