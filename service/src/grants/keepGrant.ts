import type { Words } from '@famiglia/core'
import { v7 as newId } from 'uuid'
import type { Change } from '../base/change.ts'
import type { Target } from '../assets/targets.ts'
import { grants, type Grant, type HolderKey } from './records.ts'

export interface GrantWanted {
  readonly business: string
  readonly target: Pick<Target, 'assetId' | 'bundleId'>
  readonly holder: HolderKey
  readonly words: Words
  readonly purpose: string | null
  readonly givenBy: string
  readonly proposal: string | null
  /** The grant it passes on, where another business owns what it is on. */
  readonly upstream: string | null
  readonly mayPassOn: boolean
}

/** Keeps a grant: a new row, or the one the holder has there already with other words. Returns its id. */
export async function keepGrant(change: Change, held: Grant | null, wanted: GrantWanted): Promise<string> {
  const { words, target, holder } = wanted
  const said = {
    tier: words.tier,
    actions: [...words.actions],
    hiding: [...words.hiding],
    until: words.until,
    purpose: wanted.purpose,
    upstreamId: wanted.upstream,
    mayPassOn: wanted.mayPassOn,
  }
  if (held) {
    const notices = String(held.until) === String(words.until) ? held.notices : 0
    await change.manager.update(
      grants,
      { id: held.id },
      { ...said, from: words.from ?? held.from, changedAt: change.now, notices },
    )
    return held.id
  }
  const id = newId()
  await change.manager.insert(grants, {
    id,
    businessId: wanted.business,
    assetId: target.assetId,
    bundleId: target.bundleId,
    personId: 'person' in holder ? holder.person : null,
    teamId: 'team' in holder ? holder.team : null,
    partnerId: 'partner' in holder ? holder.partner : null,
    ...said,
    from: words.from ?? change.now,
    proposalId: wanted.proposal,
    givenAt: change.now,
    givenBy: wanted.givenBy,
    changedAt: null,
    endedAt: null,
    endedBy: null,
    notices: 0,
  })
  return id
}
