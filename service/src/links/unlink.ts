import { printLinking, sayList, sayCount, type UnlinkSentence } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById, type Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, type Acting } from '../businesses/acting.ts'
import { adminsOf, getBusiness, type Business } from '../businesses/queries.ts'
import type { Grant } from '../grants/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import { factsOfGiver } from '../reach/mayGive.ts'
import { grantsBelow, type GrantBelow } from '../reach/below.ts'
import { linkChangedLetter } from './letters.ts'
import { endLink, linkBetween } from './keepLink.ts'
import { findNamed, type Named } from './named.ts'
import { sayPaysAsNow } from './paying.ts'
import type { Linked } from './linked.ts'
import { whoLoses } from './whoReaches.ts'

/** What unlinking comes to. */
export interface PlannedUnlink {
  readonly under: Asset
  readonly gatherer: Business
  readonly owner: Business
  readonly links: readonly {
    readonly link: Grant
    readonly account: Asset
    readonly loses: readonly { readonly person: KnownPerson; readonly keeps: boolean }[]
    /** What hung on it: people put on this account alone, and other businesses it was passed on to. */
    readonly below: readonly GrantBelow[]
  }[]
}

/** Unlinks accounts from a manager account, from either side, in one step; it takes no proof: stopping is quick. */
export function unlink(kit: Kit) {
  return async (acting: Acting, sentence: UnlinkSentence, once: Once | null): Promise<Linked> => {
    const named = await findNamed(kit, acting, sentence.accounts, sentence.from)
    const text = printLinking(sentence)
    return changeFor(
      kit,
      acting,
      async change => {
        const plan = await planUnlink(kit, change.manager, acting, named)
        const { under } = plan
        const person = { id: acting.live.person, name: acting.live.name }
        for (const { link, account } of plan.links) {
          const giver = account.businessId === acting.id ? acting : await getBusiness(change.manager, link.businessId)
          const why = account.businessId === acting.id ? null : `${acting.name} gave it back`
          await endLink(change, { giver, person }, { link, under, why })
        }
        const names = sayList(plan.links.map(({ account }) => account.name))
        const pays = sayPaysAsNow(
          plan.links.map(({ account }) => account),
          'before',
        )
        const others = plan.owner.id === acting.id ? plan.gatherer : plan.owner
        if (others.id !== acting.id)
          for (const admin of await adminsOf(change.manager, others.id))
            await change.mail(
              linkChangedLetter(admin, {
                by: person.name,
                acting,
                said: `unlinked ${names} from ${under.name}`,
                where: `/${others.number}/partners/${acting.number}`,
              }),
            )
        return {
          sentence: text,
          result: `Unlinked: ${names} from ${under.name}. ${sayLost(plan)} ${pays}`.trim(),
          outcome: 'unlinked' as const,
          proposals: [],
        }
      },
      once,
    )
  }
}

export async function planUnlink(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  named: Named,
): Promise<PlannedUnlink> {
  const [under] = await assetsById(manager, [named.under.id])
  const accounts = await assetsById(
    manager,
    named.accounts.map(account => account.id),
  )
  const links: PlannedUnlink['links'][number][] = []
  for (const account of accounts) {
    const isKnown = account.businessId === acting.id || under!.businessId === acting.id
    if (isKnown) await assertMayUnlink(kit, manager, acting, account, under!)
    const link = isKnown ? await linkBetween(manager, account, under!) : null
    if (!link)
      throw new Problem(
        'link.none',
        `There is no link of ${sayNamed(acting, account, named)} under ${under!.name} to end.`,
      )
    const below = await grantsBelow(manager, [link.id])
    links.push({ link, account, loses: await whoLoses(kit, manager, account, link.id), below })
  }
  return {
    under: under!,
    gatherer: await getBusiness(manager, under!.businessId),
    owner: await getBusiness(manager, accounts[0]!.businessId),
    links,
  }
}

/** What another business owns is named as it was said. */
function sayNamed(acting: Acting, account: Asset, { known }: Named): string {
  return account.businessId === acting.id || known.includes(account.id) ? account.name : account.number
}

/** Who arranges the account, on its owner's side, or the manager account, on the other. */
async function assertMayUnlink(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  account: Asset,
  under: Asset,
): Promise<void> {
  if (acting.standing === 'admin') return
  await factsOfGiver(kit, manager, acting, [account.businessId === acting.id ? account : under])
}

/** Who loses what by it, in words. */
export function sayLost({ links, under }: PlannedUnlink): string {
  const lost = [...new Set(links.flatMap(({ loses }) => loses.filter(one => !one.keeps).map(one => one.person.name)))]
  const less = [...new Set(links.flatMap(({ loses }) => loses.filter(one => one.keeps).map(one => one.person.name)))]
  const names = sayList(links.map(({ account }) => account.name))
  return [
    lost.length === 0
      ? `Nobody reached ${names} through ${under.name} alone.`
      : `${lost.length > 8 ? sayCount(lost.length, 'person', 'people') : sayList(lost)} no longer ${lost.length > 1 ? 'reach' : 'reaches'} ${names}.`,
    less.length > 0 ? `${sayList(less)} ${less.length > 1 ? 'keep' : 'keeps'} what they have there in other ways.` : '',
  ]
    .filter(Boolean)
    .join(' ')
}
