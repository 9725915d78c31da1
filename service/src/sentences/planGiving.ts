import { isForPurpose, sayGiven, type LetSentence } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { planGiven, type ThingToGive, type WaitingOn } from '../grants/planGiven.ts'
import type { PlannedThing } from '../grants/planThing.ts'
import { findWanted } from '../grants/purposeScope.ts'
import { itemsOf, termsOfItem } from '../proposals/queries.ts'
import { findAddressee, openTo, recipientOf, type Addressee } from './addressee.ts'
import { otherWays } from './otherWays.ts'
import type { PlannedLet, PlannedRecipient } from './planned.ts'

/** What `let` comes to, for everybody it names. */
export async function planGiving(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  sentence: LetSentence,
  text: string,
): Promise<PlannedLet> {
  const { things, purpose, scope } = await findWanted(manager, acting, sentence)
  const everybody: Addressee[] = []
  for (const who of sentence.who) everybody.push(await findAddressee(kit, manager, acting, who))
  assertQuestionsFit(sentence, everybody)
  if (things.some(({ target }) => target.bundleId && !target.held))
    requireStanding(acting, 'arrange-assets', 'Giving a bundle, which can take in more later,')
  const waiting = new Map<string, WaitingOn>()
  for (const who of everybody) waiting.set(who.name, await waitingOn(manager, who))
  const planned = await planGiven(kit, manager, acting, everybody.map(recipientOf), things, recipient =>
    waiting.get(recipient.name)!,
  )
  everybody.forEach((who, index) => {
    if (who.kind === 'business') assertGivingSaid(who.name, sentence, planned[index]!)
  })
  const recipients: PlannedRecipient[] = []
  for (const [index, who] of everybody.entries()) {
    const lowered = planned[index]!.filter(thing => thing.change === 'lowered' || thing.falls.length > 0)
    const remains = await remainsBeside(kit, manager, acting, who, lowered)
    recipients.push({ who, things: planned[index]!, remains })
  }
  return { verb: 'let', sentence, text, recipients, purpose, scope }
}

/** What a person goes on having beyond what the things leave them, by a team, a bundle, a partner, for another reason. */
async function remainsBeside(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  who: Addressee,
  lowered: readonly PlannedThing[],
): Promise<string[]> {
  if (who.kind !== 'person' || !who.member || lowered.length === 0) return []
  const parts = lowered.flatMap(thing => thing.parts)
  return otherWays(kit, manager, acting, {
    person: who.person!.id,
    assets: parts.map(part => part.asset),
    without: lowered.flatMap(({ grant, falls }) => [...(grant ? [grant.id] : []), ...falls.map(one => one.id)]),
    than: asset => parts.find(part => part.asset.id === asset)?.plan.level ?? null,
  })
}

async function waitingOn(manager: EntityManager, who: Addressee): Promise<WaitingOn> {
  const open = openTo(who)
  const items = open ? await itemsOf(manager, [open.id]) : []
  return ({ target, purpose }: ThingToGive) => {
    const item = items.find(one => one.targetId === target.id && isForPurpose(one, purpose))
    return item ? termsOfItem(item) : null
  }
}

function assertQuestionsFit(sentence: LetSentence, everybody: readonly Addressee[]): void {
  const said = [sentence.mayGiveAccess ? 'may give access' : '', sentence.mayPassOn ? 'may pass on' : ''].filter(
    Boolean,
  )
  if (said.length > 0 && !everybody.every(who => who.kind === 'business'))
    throw new Problem(
      'request.invalid',
      `“${said[0]!}” is said of a business; people and teams give access when they are stewards.`,
      { pointer: '/sentence' },
    )
}

/** That a partner may give access by what it gets is a question of its own: a tier that holds it does not answer it. */
function assertGivingSaid(name: string, { mayGiveAccess }: LetSentence, things: readonly PlannedThing[]): void {
  const giving = things.find(({ terms }) => terms.tier === 'steward')
  if (!giving || mayGiveAccess) return
  throw new Problem(
    'offer.question-open',
    `To give ${sayGiven(giving.terms, giving.target.kind)} on ${giving.target.name} would let those whom ${name} puts on it give access themselves. Say this separately: add “may give access” if you want it, or say run.`,
    { pointer: '/sentence' },
  )
}
