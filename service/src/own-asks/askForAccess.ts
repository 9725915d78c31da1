import { covers, levelOf, reachOf, sayList, withReason } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, type Acting } from '../businesses/acting.ts'
import type { ThingToGive } from '../grants/planGiven.ts'
import { findWanted } from '../grants/purposeScope.ts'
import { sayAll } from '../grants/tellThings.ts'
import { openProposal, putItem } from '../proposals/queries.ts'
import { readWanted } from '../proposals/readWanted.ts'
import { factsFrom } from '../reach/facts.ts'
import { giversOnAll } from '../reach/givers.ts'
import type { Change } from '../base/change.ts'
import { namesRead } from './namesRead.ts'
import { askLetter } from './letters.ts'

export interface Asked {
  readonly proposal: string
  readonly result: string
  readonly goesTo: readonly { readonly name: string; readonly address: string }[]
}

/**
 * A member asks for access in their own business: `run on ad-account/summer-crossings until …`, or a purpose, with a
 * reason. It is on the desks of all who can give it. What they have already is answered at once: `proposal.answered`.
 */
export function askForAccess(kit: Kit) {
  return async (acting: Acting, text: string, reason: string, once: Once | null): Promise<Asked> =>
    changeFor(
      kit,
      acting,
      async change => {
        const { things } = await findWanted(
          change.manager,
          acting,
          readWanted(kit, acting, await namesRead(change.manager, acting, text)),
        )
        await assertNotHeld(kit, change, acting, things)
        const assets = things.flatMap(({ target }) => target.assets)
        const givers = await giversOnAll(kit, change.manager, acting.id, assets)
        const proposal = await openProposal(change, {
          kind: 'ask',
          businessId: acting.id,
          note: reason,
          sentBy: acting.live.person,
          days: acting.proposalDays,
          zone: acting.zone,
        })
        for (const thing of things) await putItem(change, proposal.id, thing)
        const said = sayAll(things, acting.zone)
        change.record({
          chain: acting.id,
          what: 'ask.sent',
          sentence: withReason(`${acting.live.name} asked for ${said}`, reason),
          about: acting.live.person,
          ...(assets.length === 1 ? { asset: assets[0]!.id } : {}),
          data: { proposal: proposal.id, wanted: text },
        })
        const others = givers.filter(giver => giver.id !== acting.live.person)
        for (const giver of others) await change.mail(askLetter(giver, acting, acting.live, said, reason, proposal.id))
        return {
          proposal: proposal.id,
          result: `Asked: ${said}. It is on the desk of ${sayList(others.map(giver => giver.name)) || 'nobody else'}.`,
          goesTo: others.map(({ name, address }) => ({ name, address })),
        }
      },
      once,
    )
}

/** Whoever asks for what they have is told so, and nobody is bothered; a later end than theirs is something to ask for. */
async function assertNotHeld(kit: Kit, change: Change, acting: Acting, things: readonly ThingToGive[]): Promise<void> {
  const now = kit.clock.now()
  const wanted = things.flatMap(({ target, terms }) => target.assets.map(asset => ({ asset, terms })))
  const pairs = wanted.map(({ asset }) => ({ person: acting.live.person, asset: asset.id }))
  const facts = await factsFrom(kit, change.manager).aroundAll(pairs)
  const hasAll =
    wanted.length > 0 &&
    wanted.every(({ asset, terms }, index) => {
      const at = terms.until ? terms.until.subtract({ milliseconds: 1 }) : now.add({ hours: 24 * 3650 })
      const around = facts[index]
      if (!around) return false
      const wantedLevel = levelOf(asset.kind, terms)
      return covers(reachOf(around, now).level, wantedLevel) && covers(reachOf(around, at).level, wantedLevel)
    })
  if (hasAll)
    throw new Problem('proposal.answered', `You have that already: ${sayAll(things, acting.zone)}. Nobody was asked.`)
}
