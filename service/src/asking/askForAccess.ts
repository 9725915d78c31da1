import { sayGiven, type Words } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import type { Room } from '../base/room.ts'
import { actorOf } from '../base/session.ts'
import { getTargetReached, targetOfAsset, type Target } from '../assets/targets.ts'
import type { Acting } from '../businesses/acting.ts'
import { giversOnAll } from '../grants/giversOn.ts'
import { scopeForPurpose } from '../grants/planGiving.ts'
import { sayItems } from '../grants/tellLevel.ts'
import { askLetter } from '../proposals/letters.ts'
import { putItem } from '../proposals/putItem.ts'
import { openProposal } from '../proposals/sendInvitation.ts'
import { getPurpose } from '../purposes/records.ts'
import { momentsOf, readWanted } from './words.ts'

export interface Asked {
  readonly proposal: string
  readonly result: string
  readonly goesTo: readonly { readonly name: string; readonly address: string }[]
}

/**
 * A member asks for access in their own business: `run on ad-account/summer-crossings until …`, or a purpose, with a
 * reason. It lies on the desks of all who can give it. Who can give it already is told so.
 */
export function askForAccess(room: Room) {
  return async (acting: Acting, wanted: string, reason: string, once: Once | null): Promise<Asked> =>
    room.change(
      actorOf(acting.live),
      { businesses: [acting.id] },
      async change => {
        const { items, purpose } = await readAsk(room, change.manager, acting, wanted)
        const assets = items.flatMap(({ target }) => target.assets)
        const givers = await giversOnAll(room, change.manager, acting.id, assets)
        const proposal = await openProposal(change, {
          kind: 'ask',
          businessId: acting.id,
          note: reason,
          purpose,
          sentBy: acting.live.person,
          days: acting.proposalDays,
        })
        for (const item of items) await putItem(change, proposal.id, { ...item, purpose })
        const said = sayItems(items, acting.zone)
        await change.record({
          chain: acting.id,
          what: 'ask.sent',
          sentence: `${acting.live.name} asked for ${said}: “${reason}”.`,
          about: acting.live.person,
          ...(assets.length === 1 ? { asset: assets[0]!.id } : {}),
          data: { proposal: proposal.id, wanted },
        })
        const others = givers.filter(giver => giver.id !== acting.live.person)
        for (const giver of others) await change.mail(askLetter(giver, acting, acting.live, said, reason, proposal.id))
        return {
          proposal: proposal.id,
          result: `Asked: ${said}. It lies on the desk of ${others.map(giver => giver.name).join(' and ') || 'nobody else'}.`,
          goesTo: others.map(({ name, address }) => ({ name, address })),
        }
      },
      once,
    )
}

async function readAsk(room: Room, manager: EntityManager, acting: Acting, text: string) {
  const sentence = readWanted(room, acting, text)
  const named: Target[] = []
  for (const what of sentence.on) named.push(await getTargetReached(manager, acting, what))
  const moments = momentsOf(sentence, acting.zone)
  if (sayGiven(sentence) !== '')
    return { items: named.map(target => ({ target, words: wordsOf(sentence, moments) })), purpose: sentence.purpose }
  const purpose = await getPurpose(manager, acting, sentence.purpose ?? '')
  const scope = await scopeForPurpose(
    manager,
    acting,
    purpose,
    named.flatMap(target => target.assets),
  )
  if (scope.items.length === 0)
    throw new Problem('purpose.nothing-for-it', `${acting.name} has nothing that “${purpose.name}” takes.`)
  const items = scope.items.map(({ asset, given }) => ({
    target: targetOfAsset(asset),
    words: wordsOf({ ...given, hiding: sentence.hiding }, moments),
  }))
  return { items, purpose: purpose.name }
}

function wordsOf(given: Pick<Words, 'tier' | 'actions' | 'hiding'>, moments: Pick<Words, 'from' | 'until'>): Words {
  return { tier: given.tier, actions: given.actions, hiding: given.hiding, ...moments }
}
