import { covers, levelOf, reachOf, sayList, withReason } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { actingNow, changeFor, type Acting } from '../businesses/acting.ts'
import { getMember } from '../businesses/getMember.ts'
import type { ThingToGive } from '../grants/planGiven.ts'
import { findWanted } from '../grants/purposeScope.ts'
import { sayAll } from '../grants/tellThings.ts'
import type { KnownPerson } from '../people/queries.ts'
import { openProposal, putItem } from '../proposals/queries.ts'
import { readWanted } from '../proposals/readWanted.ts'
import { factsFrom } from '../reach/facts.ts'
import { giversOnAll } from '../reach/givers.ts'
import type { Change } from '../base/change.ts'
import { assertNotTooMany } from './assertNotTooMany.ts'
import { askLetter, sayWanted } from './letters.ts'
import { namesRead } from './namesRead.ts'
import { keepColleague } from './records.ts'

/** What is asked for, why, and for which colleague, by an address; null for oneself. */
export interface Wanted {
  readonly wanted: string
  readonly reason: string
  readonly whom: string | null
}

export interface Asked {
  readonly proposal: string
  readonly result: string
  readonly goesTo: readonly { readonly name: string; readonly address: string }[]
}

/**
 * A member asks for access in their own business: `run on ad-account/summer-crossings until …`, or a purpose, with a
 * reason. It is on the desks of all who can give it. What they have already is answered at once: `proposal.answered`.
 * It can be for a colleague, by their address: what a colleague has already is nothing that an answer would tell.
 * Who does not work there is refused as `person.unknown`, so is who is paused or frozen there.
 */
export function askForAccess(kit: Kit) {
  return async (acting: Acting, { wanted: text, reason, whom }: Wanted, once: Once | null): Promise<Asked> =>
    changeFor(
      kit,
      acting,
      async change => {
        const { things } = await findWanted(
          change.manager,
          acting,
          readWanted(kit, acting, await namesRead(change.manager, acting, text)),
        )
        const colleague = whom ? await findColleague(change, acting, whom) : null
        if (!colleague) await assertNotHeld(kit, change, acting, things)
        await assertNotTooMany(change, acting, colleague, things)
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
        if (colleague) await keepColleague(change, proposal.id, colleague.id)
        for (const thing of things) await putItem(change, proposal.id, thing)
        const said = sayWanted(sayAll(things, acting.zone), colleague)
        change.record({
          chain: acting.id,
          what: 'ask.sent',
          sentence: withReason(`${acting.live.name} asked for ${said}`, reason),
          about: colleague?.id ?? acting.live.person,
          ...(assets.length === 1 ? { asset: assets[0]!.id } : {}),
          data: { proposal: proposal.id, wanted: text },
        })
        const others = givers.filter(giver => giver.id !== acting.live.person && giver.id !== colleague?.id)
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

/** Somebody else who works for the business now, by an address of theirs; null where it is who asks. */
async function findColleague(change: Change, acting: Acting, whom: string): Promise<KnownPerson | null> {
  const { id, name, address } = await getMember(change.manager, acting, whom)
  if (id === acting.live.person) return null
  if (await actingNow(change.manager, acting.id, { person: id, name, address })) return { id, name, address }
  throw new Problem('person.unknown', `${name} is paused at ${acting.name} now, so nothing can be asked for them.`)
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
