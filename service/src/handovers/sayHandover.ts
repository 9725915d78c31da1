import { completesAt, sayEnd, sayInstant, withReason } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { askSecondAdmin, type ActOfTwo } from '../admins/actOfTwo.ts'
import { between } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, type Acting } from '../businesses/acting.ts'
import { adminsOf, findMembership, membershipsOf } from '../businesses/queries.ts'
import { mailDomainOf } from '../partners/lookUp.ts'
import { gatherProposal } from '../proposals/gather.ts'
import { registerOf } from '../proposals/kind.ts'
import { openProposal } from '../proposals/queries.ts'
import { drawUp, signedOf } from './account.ts'
import type { Line } from './line.ts'
import { firstOf, type First } from './first.ts'
import { jobsLost, type JobLost } from './jobs.ts'
import { handover } from './kind.ts'
import { offeredLetter } from './letters.ts'
import {
  nameHandover,
  planHandover,
  sayAgain,
  sayAssets,
  sayOfAssets,
  type NamedHandover,
  type PlannedHandover,
} from './planHandover.ts'
import { keepHandoverProposal, openHandoversOf } from './records.ts'

/** What handing over comes to, before anything is sent. */
export interface HandoverPreview {
  readonly sentence: string
  readonly summary: string
  /** Who would own it then. */
  readonly to: {
    readonly number: string
    readonly name: string
    readonly town: string
    readonly since: string
    readonly mailDomain: string | null
  }
  readonly assets: readonly { readonly number: string; readonly name: string; readonly kind: string }[]
  readonly first: readonly First[]
  readonly lost: readonly JobLost[]
  readonly lines: readonly Line[]
  /** When it would complete, if they agreed now. */
  readonly completesAt: string
  readonly staysOpenUntil: string
  /** Whether somebody hands over what is theirs alone to a business they work for: then keeping `run` lets them go on with it. */
  readonly isOwnName: boolean
}

const register = registerOf([handover])
const lapse = (now: Change['now'], days: number) => now.add({ hours: days * 24 })

export function previewHandover(kit: Kit) {
  return async (acting: Acting, text: string, falls: readonly string[]): Promise<HandoverPreview> => {
    const { manager } = kit.database
    const plan = await planHandover(manager, acting, await nameHandover(kit, acting, text), falls)
    const { from, to, assets } = plan
    const now = kit.clock.now()
    const lines = await drawUp(manager, plan, now)
    return {
      sentence: sayAgain(plan),
      summary: saySummary(plan),
      to: {
        number: to.number,
        name: to.name,
        town: to.town,
        since: to.openedAt.toString(),
        mailDomain: await mailDomainOf(manager, to.id),
      },
      assets: assets.map(({ number, name, kind }) => ({ number, name, kind })),
      first: await firstOf(kit, manager, { terms: plan, lines }, { reader: acting.id, isSigned: false }),
      lost: await jobsLost(kit, manager, plan, lines),
      lines,
      completesAt: sayInstant(completesAt(now, from.coolingHours, to.coolingHours), acting.zone),
      staysOpenUntil: sayEnd(lapse(now, acting.proposalDays), acting.zone),
      isOwnName: await isOwnName(manager, acting, to.id),
    }
  }
}

/** Whether a business is one person's, who works for another one. */
async function isOwnName(manager: EntityManager, acting: Acting, to: string): Promise<boolean> {
  const alone = (await membershipsOf(manager, acting.id)).length === 1
  return alone && (await findMembership(manager, to, acting.live.person)) !== null
}

function saySummary({ assets, to, keeping, withBilling, withPeople, from }: PlannedHandover): string {
  const keeps = keeping ? ` ${from.name} keeps ${keeping}.` : ` ${from.name} keeps nothing on it.`
  const pays = withBilling ? ` ${to.name} pays from then on.` : ''
  const asks = withPeople ? ` ${to.name} asks who works on it now to join, one by one.` : ''
  return `${sayOfAssets(assets, { from, to }, 'goes', 'go')} over to ${to.name}, when they approve.${keeps}${pays}${asks}`
}

export interface HandoverSaid {
  readonly sentence: string
  readonly result: string
  readonly proposal: string
}

/**
 * Sends a handover to the business that is to own the assets: with a reason and a fresh proof, by an admin of who owns them,
 * once a second one agreed where it takes two.
 */
export function sayHandover(kit: Kit) {
  return async (
    acting: Acting,
    { sentence: text, falls }: { readonly sentence: string; readonly falls: readonly string[] },
    once: Once | null,
  ): Promise<HandoverSaid> => {
    const named = await nameHandover(kit, acting, text)
    return changeFor(
      kit,
      acting,
      async change => {
        change.requirePresence('Handing over what your business owns needs you to confirm it’s you.')
        const plan = await planToSend(change, acting, named, falls)
        const { assets, to, keeping, sentence } = plan
        const asked = await askSecondAdmin(change, acting, {
          act: handingOver.act,
          said: `hand over ${sayAssets(assets, plan)} to ${to.name}${keeping ? `, keeping ${keeping}` : ''}`,
          given: { named, falls },
          reason: sentence.because!,
        })
        return asked ? { sentence: sayAgain(plan), ...asked } : send(change, acting, plan, falls)
      },
      once,
    )
  }
}

/** The same, once a second admin agreed. */
export const handingOver: ActOfTwo = {
  act: 'handover',
  carryOut: async (
    _kit,
    change,
    acting,
    { named, falls }: { readonly named: NamedHandover; readonly falls: readonly string[] },
  ) => (await send(change, acting, await planToSend(change, acting, named, falls), falls)).result,
}

/** The plan of what can be sent: with a reason, not waiting for an answer already, and with lines that can fall. */
async function planToSend(
  change: Change,
  acting: Acting,
  named: NamedHandover,
  falls: readonly string[],
): Promise<PlannedHandover> {
  const plan = await planHandover(change.manager, acting, named, falls)
  if (!plan.sentence.because)
    throw new Problem('handover.reason', 'Say why, for both histories: because "it is yours".', {
      pointer: '/sentence',
    })
  const ids = plan.assets.map(asset => asset.id)
  if ((await openHandoversOf(change.manager, ids)).length > 0)
    throw new Problem(
      'handover.under-way',
      'A handover of some of it waits for an answer already: withdraw that one first.',
    )
  const lines = await drawUp(change.manager, plan, change.now)
  for (const key of falls)
    if (!lines.some(line => line.key === key && line.canFall))
      throw new Problem('handover.none', 'One of the lines that are to fall is not among those that can.')
  return plan
}

async function send(
  change: Change,
  acting: Acting,
  plan: PlannedHandover,
  falls: readonly string[],
): Promise<HandoverSaid> {
  const { from, to, assets, keeping, withBilling, withPeople, sentence } = plan
  const proposal = await openProposal(change, {
    kind: 'handover',
    businessId: acting.id,
    toBusinessId: to.id,
    note: sentence.because,
    sentBy: acting.live.person,
    days: acting.proposalDays,
    zone: acting.zone,
  })
  const sent = signedOf(await drawUp(change.manager, plan, change.now))
  await keepHandoverProposal(change, proposal.id, {
    assets,
    keeping,
    withBilling,
    withPeople,
    falls,
    sent,
    isContested: false,
  })
  const parts = await gatherProposal(change.manager, register, proposal)
  for (const asset of assets)
    change.record({
      ...between(from, to),
      what: 'handover.sent',
      sentence: withReason(
        `${acting.live.name} of ${acting.name} wants to hand over ${asset.name} to ${to.name}`,
        sentence.because,
      ),
      asset: asset.id,
      data: { proposal: proposal.id },
    })
  for (const admin of await adminsOf(change.manager, to.id))
    await change.mail(offeredLetter(admin, parts, { isReminder: false }), {
      proposal: proposal.id,
      notBefore: change.now,
    })
  return {
    sentence: sayAgain(plan),
    result: `Sent to ${to.name}: ${handover.said(parts)}. It waits there until ${sayEnd(proposal.lapsesAt, acting.zone)}; nothing changes before they agree and it has cooled off.`,
    proposal: proposal.id,
  }
}
