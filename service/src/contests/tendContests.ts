import { dueOf } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { end, tellOwners } from './answerContest.ts'
import { whoCanSayNo } from './concerned.ts'
import { handContestedOver } from './handContestedOver.ts'
import { contestedLetter, fellLetter } from './letters.ts'
import { findContest, noteTold, openContests, type Contest } from './records.ts'

class NothingDue extends Error {}

/** Tells owners again, and hands over what nobody of them said no to in time. */
export function tendContests(kit: Kit) {
  return async (): Promise<void> => {
    for (const id of await openContests(kit.database.manager))
      try {
        await kit.change(null, change => tend(kit, change, id), { turn: id })
      } catch (cause) {
        if (cause instanceof NothingDue) continue
        if (!(cause instanceof Problem) || cause.code.startsWith('service.')) throw cause
        await kit.change(null, change => fall(change, id, cause.message), { turn: id })
      }
  }
}

async function getOpen(change: Change, id: string): Promise<Contest> {
  const contest = await findContest(change.manager, id)
  if (!contest || contest.ended) throw new NothingDue()
  return contest
}

async function tend(kit: Kit, change: Change, id: string): Promise<void> {
  const contest = await getOpen(change, id)
  const due = dueOf(contest, change.now)
  if (due.told > contest.told) {
    await noteTold(change, id, due)
    for (const to of await whoCanSayNo(change.manager, contest.owner.id))
      await change.mail(contestedLetter(to, { ...contest, ends: due.ends }, false))
    change.record({
      chain: contest.owner.id,
      what: 'contest.told-again',
      sentence: `Everybody who can say no was told again that ${contest.claimant.name} contests who owns ${contest.asset.name}.`,
      asset: contest.asset.id,
      by: null,
    })
    return
  }
  if (!due.isOver) throw new NothingDue()
  await handContestedOver(kit, change, contest, null)
}

async function fall(change: Change, id: string, why: string): Promise<void> {
  const contest = await getOpen(change, id)
  const told = 'It cannot go over as it is now.'
  await end(change, contest, { outcome: 'fell', by: null, why, told })
  await change.mail(fellLetter(contest.by, contest.claimant, contest, told))
  await tellOwners(change, contest, why)
}
