import { sayEnd, withReason } from '@famiglia/core'
import { askSecondAdmin, type ActOfTwo } from '../admins/actOfTwo.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { changeBusiness, getBusiness } from '../businesses/queries.ts'
import type { Register } from '../proposals/kind.ts'
import { voidForBoth } from '../proposals/voidForBoth.ts'
import { tellOfClosing } from './concerned.ts'
import { inTheWay } from './inTheWay.ts'
import { reopensUntil } from './readClosing.ts'

export interface ClosingSaid {
  readonly result: string
  /** What waits for a second admin, where it takes two. */
  readonly proposal: string | null
}

/**
 * Closes a business: from that moment nothing of it and nothing to it counts, what waits for an answer holds no longer, and
 * it is read only. For 30 days an admin can open it again. By an admin, with a reason and more than a password, once a
 * second one agreed where it takes two; `business.busy` while something would be left hanging.
 */
export function closeBusiness(kit: Kit, kinds: () => Register) {
  return async (acting: Acting, reason: string, once: Once | null): Promise<ClosingSaid> => {
    requireStanding(acting, 'arrange-people', 'Closing a business')
    return changeFor(
      kit,
      acting,
      async change => {
        change.requireSecondStep('Closing a business needs you to confirm it’s you.')
        await assertFree(change, acting)
        const asked = await askSecondAdmin(change, acting, {
          act: 'close',
          said: `close ${acting.name}, so that everything ends`,
          given: { reason },
          reason,
        })
        return asked ?? { result: await close(change, kinds(), acting, reason), proposal: null }
      },
      once,
    )
  }
}

/** The same, once a second admin agreed. */
export const closing = (kinds: () => Register): ActOfTwo => ({
  act: 'close',
  carryOut: async (_kit, change, acting, { reason }: { reason: string }) => {
    await assertFree(change, acting)
    return close(change, kinds(), acting, reason)
  },
})

async function assertFree(change: Change, acting: Acting): Promise<void> {
  const [first, ...more] = await inTheWay(change.manager, acting.id)
  if (first) throw new Problem('business.busy', [first, ...more].join(' '))
}

async function close(change: Change, kinds: Register, acting: Acting, reason: string): Promise<string> {
  await voidAll(change, kinds, acting)
  await changeBusiness(change.manager, acting.id, { closedAt: change.now, closedBy: acting.live.person })
  const until = sayEnd(reopensUntil(change.now), acting.zone)
  change.record({
    chain: acting.id,
    what: 'business.closed',
    sentence: withReason(`${acting.live.name} closed ${acting.name}`, reason),
  })
  await tellOfClosing(change, acting, {
    what: 'business.closed',
    sentence: `${acting.name} was closed: all that went between it and you has ended.`,
    subject: `${acting.name} was closed`,
    toPeople: `${acting.live.name} closed ${acting.name}. Nothing that you could do there or through it counts any more. You can still read what was. An admin can open it again until ${until}.`,
    toPartners: `${acting.name} (${acting.number}) was closed. All that went between it and you has ended, in both directions. It can be opened again until ${until}; then what you did not end would count again.`,
    button: 'Read what was',
  })
  return `Closed. Nothing of ${acting.name} counts any more, for anybody. An admin can open it again until ${until}.`
}

/**
 * What waits for an answer, sent by it or to it, holds no longer, and both sides are told. Who asked by a number alone does not
 * learn whose it was.
 */
async function voidAll(change: Change, kinds: Register, acting: Acting): Promise<void> {
  const open = (await change.manager.query(
    "SELECT id FROM proposal WHERE state = 'open' AND (business_id = $1 OR to_business_id = $1) ORDER BY opened_at",
    [acting.id],
  )) as { id: string }[]
  for (const { id } of open)
    await voidForBoth(change, kinds, id, (kind, parts) => {
      const isKnown = parts.business.id === acting.id || kind.partnerIsKnown(parts)
      return `${isKnown ? acting.name : 'the business it went to'} was closed`
    })
}

/** Opens a closed business again, for 30 days: what nobody ended meanwhile counts as before. What waited for an answer does not come back. */
export function reopenBusiness(kit: Kit) {
  return async (acting: Acting, once: Once | null): Promise<{ result: string }> => {
    requireStanding(acting, 'arrange-people', 'Opening a business again')
    return changeFor(
      kit,
      acting,
      async change => {
        // As it is within the change: of twenty at once, one opens it.
        const { closedAt } = await getBusiness(change.manager, acting.id)
        if (!closedAt) throw new Problem('business.busy', `${acting.name} is not closed.`)
        if (change.now.epochMilliseconds >= reopensUntil(closedAt).epochMilliseconds)
          throw new Problem(
            'business.closed',
            `${acting.name} could be opened again until ${sayEnd(reopensUntil(closedAt), acting.zone)}; now it stays closed.`,
          )
        change.requireSecondStep(
          'Opening a business again gives back all that it allowed, so it needs you to confirm it’s you.',
        )
        await changeBusiness(change.manager, acting.id, { closedAt: null, closedBy: null })
        const said = `${acting.live.name} opened ${acting.name} again`
        change.record({ chain: acting.id, what: 'business.reopened', sentence: `${said}.` })
        await tellOfClosing(change, acting, {
          what: 'business.reopened',
          sentence: `${acting.name} was opened again: what nobody ended since counts as before.`,
          subject: `${acting.name} is open again`,
          toPeople: `${said}. What you could do there counts as before, except what was ended since.`,
          toPartners: `${acting.name} (${acting.number}) was opened again. What goes between it and you counts as before, except what either of you ended since.`,
          button: 'See what you may do',
        })
        return {
          result: `${acting.name} is open again. What nobody ended since counts as before; what waited for an answer has to be sent again.`,
        }
      },
      once,
      { whileClosed: true },
    )
  }
}
