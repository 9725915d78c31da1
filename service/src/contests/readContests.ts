import { mayInBusiness, tellingsOf } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { Problem } from '../base/problem.ts'
import { understudyOf } from '../understudies/queries.ts'
import { contestsOf, type Contest } from './records.ts'

/** As many as the desk tells. */
const most = 50

/** A page of what is contested of the business, and what it contests, the newest first: for admins, people in finance and the understudy. */
export async function readContests(
  kit: Kit,
  acting: Acting,
  { limit, after }: { readonly limit: number; readonly after: string | null },
) {
  if (!(await isConcerned(kit, acting)))
    throw new Problem('standing.not-enough', 'That is for admins, people in finance and the understudy.')
  const found = await contestsOf(kit.database.manager, acting.id, { isOpen: false, after, limit })
  return found.map(contest => tell(acting, contest))
}

/** Those under way, as the desk tells them; none to whom they are not for. */
export async function contestsOnDesk(kit: Kit, acting: Acting) {
  const found = await contestsOf(kit.database.manager, acting.id, { isOpen: true, after: null, limit: most })
  if (found.length === 0 || !(await isConcerned(kit, acting))) return []
  return found.map(contest => tell(acting, contest))
}

async function isConcerned(kit: Kit, acting: Acting): Promise<boolean> {
  if (mayInBusiness(acting.standing, 'see-to-payments')) return true
  return (await understudyOf(kit.database.manager, acting.id))?.person.id === acting.live.person
}

/** The owner sees who contests; the claimant what its platform calls it, and the owner once they said no or it goes over. */
function tell(acting: Acting, contest: Contest) {
  const { owner, claimant, outcome, asset, endedBy } = contest
  const isOwner = owner.id === acting.id
  const ownerIsTold = isOwner || outcome === 'refused' || outcome === 'handed over'
  const isOpen = contest.ended === null
  return {
    id: contest.id,
    isOwner,
    what: isOwner ? asset.name : contest.called,
    asset: isOwner ? asset.number : null,
    platform: asset.platform,
    by: { name: contest.by.name, address: contest.by.address },
    claimant: { number: claimant.number, name: claimant.name, town: claimant.town },
    owner: ownerIsTold ? { number: owner.number, name: owner.name } : null,
    reason: contest.reason,
    began: contest.began.toString(),
    ends: contest.ends.toString(),
    tellings: tellingsOf(contest.began, contest.ends).map((at, index) => ({
      at: at.toString(),
      isOut: index < contest.told,
    })),
    outcome,
    ended: contest.ended?.toString() ?? null,
    endedBy: ownerIsTold || outcome === 'withdrawn' ? endedBy : null,
    why: ownerIsTold || outcome === 'withdrawn' ? contest.why : null,
    handover: contest.handover,
    canSayNo: isOpen && isOwner,
    canAgree: isOpen && isOwner && mayInBusiness(acting.standing, 'deal-with-partners'),
    canTakeBack: isOpen && !isOwner && mayInBusiness(acting.standing, 'bring-in-asset'),
  }
}
