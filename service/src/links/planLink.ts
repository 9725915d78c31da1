import { covers, levelOf, type LinkSentence, type Terms } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById, type Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { businessesById, getBusiness, type Business } from '../businesses/queries.ts'
import { planGiven } from '../grants/planGiven.ts'
import type { PlannedThing } from '../grants/planThing.ts'
import { splitByYes } from '../grants/splitByYes.ts'
import { sayLinks } from '../grants/tellThings.ts'
import { termsOf } from '../grants/queries.ts'
import { termsOfPart } from '../grants/termsOfPart.ts'
import type { ProposedThing } from '../proposals/kind.ts'
import { isPartner } from '../reach/findPartner.ts'
import { factsOfGiver } from '../reach/mayGive.ts'
import { targetOfAsset, type Target } from '../reach/targets.ts'
import { assertFits } from './fit.ts'
import { linkBetween } from './keepLink.ts'
import type { Named } from './named.ts'
import { planPaying, type PaidFromThen } from './paying.ts'

/** What is asked of one owner. */
export interface Asked {
  readonly owner: Business
  /** Whether the acting business dealt with the owner before, so that it is told who it is. */
  readonly isKnown: boolean
  readonly things: readonly Omit<ProposedThing, 'item'>[]
}

/** What `link` comes to, account by account. */
export interface PlannedLink {
  readonly under: Asset
  /** The business whose manager account it is. */
  readonly gatherer: Business
  readonly terms: Terms
  /** In force with the change: own accounts under an own manager account, and what only takes away. */
  readonly atOnce: readonly PlannedThing[]
  /** Own accounts offered to another business's manager account. */
  readonly offered: readonly PlannedThing[]
  readonly asked: readonly Asked[]
  /** Who pays from then on; null where that does not change. */
  readonly paid: PaidFromThen | null
  readonly takesProof: boolean
}

/** Works out what a link comes to, and refuses what cannot be. The same plan is previewed and carried out. */
export async function planLink(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  sentence: LinkSentence,
  named: Named,
): Promise<PlannedLink> {
  const [under] = await assetsById(manager, [named.under.id])
  const accounts = await assetsById(
    manager,
    named.accounts.map(account => account.id),
  )
  const isMine = under!.businessId === acting.id
  const terms = termsOfPart(sentence, acting.zone)
  const own = accounts.filter(account => account.businessId === acting.id)
  const others = accounts.filter(account => account.businessId !== acting.id)
  if (others.length > 0 && !isMine)
    throw new Problem(
      'link.not-yours',
      `${acting.name} owns neither the account nor the manager account: an account’s owner offers it, or the manager account’s owner asks for it.`,
      { pointer: '/sentence' },
    )
  if (!isMine || others.length > 0) requireStanding(acting, 'deal-with-partners', 'Linking with another business')
  if (isMine) await factsOfGiver(kit, manager, acting, [under!])
  const now = kit.clock.now().toString()
  for (const account of accounts)
    await assertFits(manager, account, under!, now, { business: acting.id, known: named.known })
  const planned = await planOwn(kit, manager, acting, sentence, { under: under!, own, terms })
  const split = isMine ? { atOnce: planned, offered: [] } : splitByYes(planned)
  const marked = planned.some(thing => thing.mayPassOn && !thing.grant?.mayPassOn)
  const gatherer = await getBusiness(manager, under!.businessId)
  const paid = await planPaying(kit, manager, acting, sentence, { gatherer, accounts, known: named.known, terms })
  return {
    under: under!,
    gatherer,
    terms,
    paid,
    ...split,
    asked: await planAsks(kit, manager, acting, sentence, { under: under!, others, terms, known: named.known }),
    takesProof: paid !== null || marked || split.offered.length > 0 || planned.some(thing => thing.takesProof),
  }
}

async function planOwn(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  { mayGiveAccess }: LinkSentence,
  { under, own, terms }: { readonly under: Asset; readonly own: readonly Asset[]; readonly terms: Terms },
): Promise<PlannedThing[]> {
  if (own.length === 0) return []
  const to = { name: under.name, key: { kind: 'manager' as const, id: under.id }, isBusiness: true }
  const things = own.map(account => ({
    target: targetOfAsset(account),
    terms,
    purpose: null,
    mayPassOn: mayGiveAccess,
  }))
  return (await planGiven(kit, manager, acting, [to], things))[0]!
}

async function planAsks(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  { mayGiveAccess }: LinkSentence,
  wanted: {
    readonly under: Asset
    readonly others: readonly Asset[]
    readonly terms: Terms
    readonly known: readonly string[]
  },
): Promise<Asked[]> {
  const { under, others, terms } = wanted
  for (const account of others) await assertNotHeld(kit, manager, acting, { account, under, terms, mayGiveAccess })
  const owners = await businessesById(
    manager,
    others.map(account => account.businessId),
  )
  const asked: Asked[] = []
  for (const owner of owners.values()) {
    const things = others
      .filter(account => account.businessId === owner.id)
      .map(account => {
        const target: Target = { ...targetOfAsset(account), held: { owner, grants: [] } }
        return { target, terms, purpose: null, mayPassOn: mayGiveAccess }
      })
    asked.push({ owner, isKnown: await isPartner(manager, acting.id, owner.id), things })
  }
  return asked
}

/** Asking for what is there already is answered at once. */
async function assertNotHeld(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  wanted: {
    readonly account: Asset
    readonly under: Asset
    readonly terms: Terms
    readonly mayGiveAccess: boolean
  },
): Promise<void> {
  const { account, under, terms, mayGiveAccess } = wanted
  const link = await linkBetween(manager, account, under)
  const now = kit.clock.now()
  if (!link || (link.until && link.until.epochMilliseconds <= now.epochMilliseconds)) return
  const lasts = !link.until || (terms.until !== null && terms.until.epochMilliseconds <= link.until.epochMilliseconds)
  const has = covers(levelOf(account.kind, link), levelOf(account.kind, terms)) && (link.mayPassOn || !mayGiveAccess)
  if (!has || !lasts) return
  const at = sayLinks([{ target: targetOfAsset(account), terms: termsOf(link, now) }], under.name, acting.zone)
  throw new Problem('link.has-it', `That is linked already: ${at}.`)
}
