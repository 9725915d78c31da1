import { sayInstant, withReason } from '@famiglia/core'
import { askSecondAdmin, type ActOfTwo } from '../admins/actOfTwo.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { whoCanSayNo } from './concerned.ts'
import { fellLetter, refusedLetter } from './letters.ts'
import { closeContest, findContest, type Contest, type Outcome } from './records.ts'
import { handContestedOver } from './handContestedOver.ts'

/**
 * Says no to who contests an asset, for its owner: an admin, somebody in finance or the understudy. It takes no proof:
 * stopping is quick. For the claimant an admin takes it back.
 */
export function sayNoToContest(kit: Kit) {
  return async (acting: Acting, id: string, reason: string | null): Promise<{ result: string }> =>
    changeFor(kit, acting, async change => {
      const contest = await getContest(change, acting, id)
      const by = { id: acting.live.person, name: acting.live.name, address: acting.live.address }
      if (contest.claimant.id === acting.id) {
        requireStanding(acting, 'bring-in-asset', 'Taking it back')
        const why = withReason(`${by.name} of ${acting.name} took it back`, reason)
        await end(change, contest, { outcome: 'withdrawn', by, why })
        await tellOwners(change, contest, why)
        return { result: 'Taken back. Nothing has changed.' }
      }
      if (!(await whoCanSayNo(change.manager, acting.id)).some(one => one.id === by.id))
        requireStanding(acting, 'see-to-payments', 'Saying no to it')
      const why = withReason(`${by.name} of ${acting.name} said no`, reason)
      await end(change, contest, { outcome: 'refused', by, why })
      await change.mail(refusedLetter(contest, by, reason))
      await tellOwners(change, contest, why, by.id)
      return {
        result: `Stopped. ${contest.asset.name} stays with ${acting.name}; ${contest.by.name} is told to talk to you.`,
      }
    })
}

/** Agrees that it goes over: an admin of the owner, and a second one where it takes two. */
export function agreeToContest(kit: Kit) {
  return async (acting: Acting, id: string): Promise<{ result: string }> => {
    requireStanding(acting, 'deal-with-partners', 'Agreeing that an asset goes over')
    return changeFor(kit, acting, async change => {
      change.requireSecondStep('That an asset goes over needs you to confirm it’s you.')
      const contest = await getContest(change, acting, id)
      assertIsOwner(contest, acting)
      const asked = await askSecondAdmin(change, acting, {
        act: lettingGo.act,
        said: `agree that ${contest.asset.name} goes over to ${contest.claimant.name}`,
        given: { contest: id },
        reason: contest.reason,
      })
      return asked ? { result: asked.result } : { result: await letGo(kit, change, acting, contest) }
    })
  }
}

/** The same, once a second admin agreed. */
export const lettingGo: ActOfTwo = {
  act: 'contest',
  carryOut: async (kit, change, acting, given: { readonly contest: string }) => {
    const contest = await getContest(change, acting, given.contest)
    assertIsOwner(contest, acting)
    return letGo(kit, change, acting, contest)
  },
}

async function letGo(kit: Kit, change: Change, acting: Acting, contest: Contest): Promise<string> {
  const begun = await handContestedOver(kit, change, contest, { id: acting.live.person, name: acting.live.name })
  return `Agreed. ${contest.asset.name} goes over on ${sayInstant(begun.completesAt, acting.zone)}, by itself and in one step. Until then either of you can stop it.`
}

function assertIsOwner(contest: Contest, acting: Acting): void {
  if (contest.owner.id !== acting.id) throw none(acting)
}

async function getContest(change: Change, acting: Acting, id: string): Promise<Contest> {
  const contest = await findContest(change.manager, id)
  if (!contest || ![contest.owner.id, contest.claimant.id].includes(acting.id)) throw none(acting)
  if (contest.ended) throw new Problem('contest.over', `It is over already: ${sayOutcome[contest.outcome!]}.`)
  return contest
}

const sayOutcome = {
  refused: 'its owner said no',
  withdrawn: 'it was taken back',
  fell: 'it could not go over',
  'handed over': 'it is being handed over',
} as const satisfies Record<Outcome, string>

const none = ({ name }: Acting) => new Problem('contest.none', `Nothing of that kind is contested with ${name}.`)

interface Ending {
  readonly outcome: 'refused' | 'withdrawn' | 'fell'
  readonly by: { readonly id: string; readonly name: string } | null
  readonly why: string
  /** What the claimant's history says instead, where the reason tells of the owner's own. */
  readonly told?: string
}

/** Those of the owner who heard of it hear that it is over, but for who ended it. */
export async function tellOwners(
  change: Change,
  { owner, asset }: Contest,
  why: string,
  but: string | null = null,
): Promise<void> {
  for (const to of await whoCanSayNo(change.manager, owner.id))
    if (to.id !== but) await change.mail(fellLetter(to, owner, { called: asset.name }, why))
}

/** Ends it with nothing changed, in both histories. */
export async function end(
  change: Change,
  { id, asset, owner, claimant, called }: Contest,
  ending: Ending,
): Promise<void> {
  const { outcome, by, why, told = why } = ending
  await closeContest(change, id, { outcome, by: by?.id ?? null, why })
  for (const [chain, name, said, about] of [
    [owner.id, asset.name, why, { asset: asset.id }],
    [claimant.id, called, told, {}],
  ] as const)
    change.record({
      chain,
      what: `contest.${outcome}`,
      sentence: `${name} stays with its owner: ${said}`,
      ...about,
      by,
      data: { contest: id },
    })
}
