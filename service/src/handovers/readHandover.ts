import { sayList, stateAt, type ProposalState } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { gatherProposal } from '../proposals/gather.ts'
import { registerOf } from '../proposals/kind.ts'
import { findProposal, isOpen, timesOf } from '../proposals/queries.ts'
import { takeStep } from '../proposals/step.ts'
import { differenceOf, drawUp, signedOf } from './account.ts'
import type { Line } from './line.ts'
import { stop } from './complete.ts'
import { firstOf, type First } from './first.ts'
import { jobsLost, type JobLost } from './jobs.ts'
import { handover as kind, termsOfHandover } from './kind.ts'
import { sayOfAssets } from './planHandover.ts'
import { isSameAccount, moreThanSigned } from './signAnew.ts'
import { findHandover, findSigning, handoversOf, type Handover, type HandoverOwn } from './records.ts'

/** A line as it is read on the page of a handover. */
export interface LineTold extends Omit<Line, 'grant' | 'concerns'> {
  /** How it differs from what both signed; null where it does not, or nothing is signed yet. */
  readonly difference: 'new' | 'more' | 'less' | null
}

export interface HandoverTold {
  readonly id: string
  readonly state: ProposalState
  readonly from: { readonly number: string; readonly name: string }
  readonly to: { readonly number: string; readonly name: string }
  readonly isSender: boolean
  readonly assets: readonly { readonly number: string; readonly name: string; readonly kind: string }[]
  readonly keeping: string | null
  readonly withBilling: boolean
  readonly withPeople: boolean
  readonly because: string | null
  readonly sentBy: string
  readonly sentAt: string
  readonly acceptedBy: string | null
  readonly acceptedAt: string | null
  readonly completesAt: string | null
  readonly endedAt: string | null
  readonly endedBy: string | null
  readonly reason: string | null
  /** Whether it came about by contesting, and not by what its owner sent. */
  readonly isContested: boolean
  /** Once it has completed: where each asset lives, and whether that platform knows its new owner. */
  readonly keepers: readonly { readonly asset: string; readonly platform: string; readonly isTold: boolean }[]
  /** Where somebody could do more than both signed, while it cools off: who has agreed to it as it stands now. */
  readonly anew: { readonly you: boolean; readonly they: boolean } | null
  /** What each side sees to first; nothing once it has ended. */
  readonly first: readonly First[]
  /** Whose work it ends. */
  readonly lost: readonly JobLost[]
  readonly lines: readonly LineTold[]
  /** What both signed and is not there any more. */
  readonly gone: readonly { readonly who: string; readonly on: string; readonly words: string }[]
}

const register = registerOf([kind])

/** The account of a handover, the same for the admins of both sides: as proposed (with what the reader would let fall too), as signed with what differs since, as it was carried out. */
export async function readHandover(
  kit: Kit,
  acting: Acting,
  id: string,
  falls: readonly string[] = [],
): Promise<HandoverTold> {
  requireStanding(acting, 'deal-with-partners', 'Reading a handover')
  const { manager } = kit.database
  const proposal = await findProposal(manager, { id, kind: 'handover' })
  if (!proposal || ![proposal.businessId, proposal.toBusinessId].includes(acting.id)) throw none()
  const parts = await gatherProposal(manager, register, proposal)
  const agreed = await findHandover(manager, id)
  const proposed = await termsOfHandover(manager, parts)
  const terms = agreed ?? { ...proposed, falls: [...proposed.falls, ...falls] }
  const isLive = agreed ? agreed.state === 'cooling' : isOpen(proposal, kit.clock.now())
  const lines = isLive ? await drawUp(manager, terms, kit.clock.now()) : []
  const kindOf = new Map(terms.assets.map(asset => [asset.id, asset.kind]))
  const signed = agreed?.signed ?? (parts.own as HandoverOwn).sent
  return {
    id,
    state: stateAt(timesOf(proposal), kit.clock.now()),
    from: named(parts.business),
    to: named(parts.partner!),
    isSender: acting.id === parts.business.id,
    assets: terms.assets.map(({ number, name, kind: of }) => ({ number, name, kind: of })),
    keeping: terms.keeping,
    withBilling: terms.withBilling,
    withPeople: terms.withPeople,
    because: proposal.note,
    sentBy: parts.sender.name,
    sentAt: proposal.openedAt.toString(),
    acceptedBy: agreed?.acceptedBy.name ?? null,
    acceptedAt: agreed?.acceptedAt.toString() ?? null,
    completesAt: agreed?.completesAt.toString() ?? null,
    endedAt: agreed?.endedAt?.toString() ?? null,
    endedBy: agreed?.endedBy?.name ?? null,
    reason: proposal.reason,
    anew: agreed?.state === 'cooling' ? await anewOf(manager, acting, agreed, lines) : null,
    isContested: agreed?.isContested ?? false,
    keepers: agreed?.state === 'completed' ? keepersOf(kit, agreed) : [],
    first: isLive
      ? await firstOf(kit, manager, { terms, lines }, { reader: acting.id, isSigned: agreed !== null })
      : [],
    lost: isLive ? await jobsLost(kit, manager, terms, lines) : [],
    lines: isLive
      ? lines.map(line => ({
          ...told(line),
          canFall: line.canFall && !agreed,
          difference: differenceOf(line, kindOf.get(line.grant?.target ?? '') ?? 'page', signed),
        }))
      : signed.map(({ key, fate, who, on, words, given }) => ({
          key,
          fate,
          canFall: false,
          who,
          on,
          words,
          why: '',
          tier: given?.tier ?? null,
          actions: given?.actions.length ?? 0,
          form: fate === 'falls' ? ('idle' as const) : ('own' as const),
          difference: null,
        })),
    gone:
      agreed && isLive
        ? signed
            .filter(one => !lines.some(line => line.key === one.key))
            .map(({ who, on, words }) => ({ who, on, words }))
        : [],
  }
}

const told = ({ grant: _grant, concerns: _concerns, ...line }: Line) => line

async function anewOf(
  manager: EntityManager,
  acting: Acting,
  handover: Handover,
  lines: readonly Line[],
): Promise<HandoverTold['anew']> {
  if (moreThanSigned(lines, handover).length === 0) return null
  const now = signedOf(lines)
  const has = async (business: string) => {
    const signed = await findSigning(manager, handover.id, business)
    return signed !== null && isSameAccount(signed, now)
  }
  const other = acting.id === handover.from.id ? handover.to.id : handover.from.id
  return { you: await has(acting.id), they: await has(other) }
}

/** Where each asset lives, and whether its platform knows its new owner. */
function keepersOf(kit: Kit, { assets, keepersTold }: Handover): HandoverTold['keepers'] {
  return assets.map(({ id, name, platform }) => ({
    asset: name,
    platform: kit.platforms.get(platform).name,
    isTold: keepersTold.includes(id),
  }))
}

const named = ({ number, name }: { readonly number: string; readonly name: string }) => ({ number, name })
const none = () => new Problem('handover.none', 'Your business is part of no such handover.')

/** The handovers that a business agreed to, the newest first: a page of them, or those alone that cool off. */
export async function listHandovers(
  kit: Kit,
  acting: Acting,
  { isCooling = false, after = null, limit }: { isCooling?: boolean; after?: string | null; limit: number },
) {
  requireStanding(acting, 'deal-with-partners', 'Reading handovers')
  const rows = await handoversOf(kit.database.manager, acting.id, { isCooling, after, limit })
  return rows.map(({ assets, completesAt, endedAt, ...row }) => ({
    ...row,
    what: sayList(assets),
    completesAt: completesAt.toString(),
    endedAt: endedAt?.toString() ?? null,
  }))
}

/** Stops a handover that cools off, from either side: nothing has changed. Over: `proposal.answered`. */
export function stopHandover(kit: Kit) {
  return async (acting: Acting, id: string, reason: string | null): Promise<{ result: string }> => {
    requireStanding(acting, 'deal-with-partners', 'Stopping a handover')
    return changeFor(kit, acting, async change => {
      const handover = await getHandover(change.manager, acting, id)
      const proposal = (await findProposal(change.manager, { id }))!
      if (takeStep(kind, proposal, 'stop', change.now, acting.zone)) {
        change.record({
          chain: acting.id,
          what: 'handover.stopped-repeated',
          sentence: `${acting.live.name} stopped a handover that was stopped already.`,
          data: { handover: id },
        })
        return { result: 'It is stopped already. Nothing has changed.' }
      }
      change.requireFreshProof('Stopping a handover needs you to confirm it’s you.')
      const by = { id: acting.live.person, name: acting.live.name }
      await stop(change, handover, by, reason ?? `${by.name} of ${acting.name} stopped it`)
      return {
        result: `Stopped. ${sayOfAssets(handover.assets, handover, 'belongs', 'belong')} to ${handover.from.name} as before, and nothing has changed.`,
      }
    })
  }
}

async function getHandover(manager: EntityManager, acting: Acting, id: string): Promise<Handover> {
  const found = await findHandover(manager, id)
  if (!found || ![found.from.id, found.to.id].includes(acting.id)) throw none()
  return found
}
