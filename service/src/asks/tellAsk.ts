import { askedParts, isForPurpose, printWanted, wantedOf, type Instant, type Purpose } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { grantsTo, termsOf, type HolderKey } from '../grants/queries.ts'
import { sayTarget } from '../grants/tellThings.ts'
import { assetsIn } from '../proposals/describe.ts'
import { askedFor } from '../own-asks/askedFor.ts'
import { gatherProposal } from '../proposals/gather.ts'
import type { ProposalParts, ProposedThing, Register } from '../proposals/kind.ts'
import { mayAnswer } from '../proposals/mayAnswer.ts'
import { findProposal } from '../proposals/queries.ts'
import { findPurpose } from '../purposes/queries.ts'
import { whatOf } from '../reach/targets.ts'
import { readAsk } from './readAsk.ts'

/**
 * What another business or a colleague asks for, as it is found at the one that is asked: what is there, what has to be
 * brought in, and each thing in parts that can be answered one by one, beside what they have already.
 */
export async function tellAsk(kit: Kit, kinds: Register, acting: Acting, id: string) {
  const { manager } = kit.database
  const { parts, things, told, holder, mayKnow } = await findAsk(kit, kinds, acting, id)
  const one = { purpose: null, mayPassOn: false }
  const grantable = things.flatMap(thing => {
    const what = whatOf(thing.target, acting.id)
    const said = printWanted(wantedOf([{ what, terms: thing.terms }], acting.zone, one))
    return assetsIn([thing], acting.id).map(asset => ({ ...asset, text: thing.target.text, said }))
  })
  const name = things.find(thing => thing.purpose)?.purpose ?? null
  const purpose = name ? await findPurpose(manager, acting.id, name) : null
  const has = await sayHeld(manager, acting, holder, mayKnow ? things : [], kit.clock.now())
  const answerable = things.map(thing => tellAnswerable(thing, purpose, has.get(thing.target.id) ?? null))
  return { things: [...told], grantable, answerable, from: parts.business.name }
}

async function findAsk(kit: Kit, kinds: Register, acting: Acting, id: string) {
  const { manager } = kit.database
  const received = await findProposal(manager, { id, toBusinessId: acting.id, kind: 'business-ask' })
  if (received) {
    requireStanding(acting, 'deal-with-partners', 'Reading what another business asks')
    const parts = await gatherProposal(manager, kinds, received)
    const holder: HolderKey = { kind: 'business', id: parts.business.id }
    return { parts, holder, mayKnow: true, ...(await readAsk(manager, acting, parts)) }
  }
  const own = await findProposal(manager, { id, businessId: acting.id, kind: 'ask' })
  const parts = own && (await gatherProposal(manager, kinds, own))
  if (!parts || !(await isOpenTo(kit, kinds, acting, parts)))
    throw new Problem('proposal.unknown', `Nobody asked ${acting.name} for that.`)
  const { id: whose } = askedFor(parts)
  // What a colleague has is told to who could grant it, not to who asks for them.
  const mayKnow = whose === acting.live.person || parts.sender.id !== acting.live.person
  return { parts, holder: { kind: 'person' as const, id: whose }, mayKnow, things: parts.things, told: [] }
}

async function isOpenTo(kit: Kit, kinds: Register, acting: Acting, parts: ProposalParts): Promise<boolean> {
  if (parts.sender.id === acting.live.person) return true
  return mayAnswer(kit, kit.database.manager, acting, kinds.of(parts.proposal), parts)
}

/** What who asks has on each thing already, as read. */
async function sayHeld(
  manager: EntityManager,
  acting: Acting,
  holder: HolderKey,
  things: readonly ProposedThing[],
  at: Instant,
): Promise<Map<string, string>> {
  const held = await grantsTo(manager, acting.id, holder)
  return new Map(
    things.flatMap(({ target }) => {
      const said = held
        .filter(grant => grant.targetId === target.id)
        .map(grant => sayTarget(target, termsOf(grant, at), acting.zone, grant.purpose))
      return said.length > 0 ? [[target.id, said.join('; ')] as const] : []
    }),
  )
}

function tellAnswerable({ target, terms, purpose: name }: ProposedThing, purpose: Purpose | null, has: string | null) {
  const known = purpose && isForPurpose({ purpose: purpose.name }, name) ? purpose : null
  return {
    text: target.text,
    name: target.name,
    noun: target.noun,
    parts: askedParts(target.kind, terms, known),
    hiding: [...terms.hiding],
    from: terms.from?.toString() ?? null,
    until: terms.until?.toString() ?? null,
    has,
  }
}
