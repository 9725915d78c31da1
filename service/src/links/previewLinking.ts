import {
  isFreshProof,
  lapseOf,
  linkLevel,
  printLinking,
  sayCount,
  sayList,
  sayMeans,
  sayBegin,
  sayEnd,
} from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { adminsOf, type Business } from '../businesses/queries.ts'
import { sayLinks, tellAsset, type AssetInWords } from '../grants/tellThings.ts'
import { assertSayable, findNamed, readLinking, type Named } from './named.ts'
import { planLink, type PlannedLink } from './planLink.ts'
import { givenByMark } from './keepLink.ts'
import { sayPaysAsNow } from './paying.ts'
import { planUnlink, sayLost, type PlannedUnlink } from './unlink.ts'
import { reachesManager } from './whoReaches.ts'

/** What `link …` or `unlink …` would do, in plain words. */
export interface LinkPreview {
  readonly sentence: string
  readonly verb: 'link' | 'unlink'
  readonly summary: string
  /** What it comes to: at once, or with the answer of which business. */
  readonly outcomes: readonly string[]
  readonly accounts: readonly (Pick<AssetInWords, 'number' | 'may' | 'sees' | 'hidden' | 'money'> & {
    readonly name: string
  })[]
  /** Who would reach it, or loses it. */
  readonly people: readonly string[]
  readonly notes: readonly string[]
  readonly staysOpenUntil: string | null
  readonly takesProof: boolean
  readonly proofIsFresh: boolean
  readonly mails: readonly { readonly to: string; readonly about: string }[]
}

export function previewLinking(kit: Kit) {
  return async (acting: Acting, text: string): Promise<LinkPreview> => {
    const { manager } = kit.database
    const sentence = readLinking(kit, acting, text)
    const now = kit.clock.now()
    const common = {
      sentence: printLinking(sentence),
      verb: sentence.verb,
      proofIsFresh: acting.live.unattended || isFreshProof(acting.live.provenAt, now),
    }
    if (sentence.verb === 'unlink') {
      const named = await findNamed(kit, acting, sentence.accounts, sentence.from)
      return { ...common, ...(await previewUnlink(kit, acting, await planUnlink(kit, manager, acting, named))) }
    }
    assertSayable(sentence)
    const named = await findNamed(kit, acting, sentence.accounts, sentence.under)
    const plan = await planLink(kit, manager, acting, sentence, named)
    return { ...common, ...(await previewLink(kit, acting, plan, named)) }
  }
}

type Told = Omit<LinkPreview, 'sentence' | 'verb' | 'proofIsFresh'>

async function previewUnlink(kit: Kit, acting: Acting, plan: PlannedUnlink): Promise<Told> {
  const { under, links, gatherer, owner } = plan
  const names = sayList(links.map(({ account }) => account.name))
  const below = [...new Set(links.flatMap(one => one.below.map(({ to }) => to)))]
  const others = owner.id === acting.id ? gatherer : owner
  return {
    summary: `Unlink ${names} from ${under.name}.`,
    outcomes: [sayLost(plan)],
    accounts: [],
    people: links.flatMap(({ loses, account }) =>
      loses.map(
        ({ person, keeps }) =>
          `${person.name} (${person.address}): ${keeps ? `less on ${account.name}` : account.name}`,
      ),
    ),
    notes: [
      below.length > 0 ? `With it ends what was given there: to ${sayList(below)}.` : '',
      sayPaysAsNow(
        links.map(({ account }) => account),
        'before',
      ),
      'It ends in the same moment, everywhere. Access in other ways stays.',
    ].filter(Boolean),
    staysOpenUntil: null,
    takesProof: false,
    mails: await mailsTo(kit, acting, others, 'what was unlinked'),
  }
}

async function previewLink(kit: Kit, acting: Acting, plan: PlannedLink, named: Named): Promise<Told> {
  const { under, gatherer, atOnce, offered, asked, terms } = plan
  const { manager } = kit.database
  const reaching = under.businessId === acting.id ? await reachesManager(kit, manager, under) : []
  const nameOf = (id: string, number: string, name: string) => (named.known.includes(id) ? name : number)
  const asKnown = asked.map(one => ({
    ...one,
    things: one.things.map(thing => {
      const [account] = thing.target.assets
      return { ...thing, target: { ...thing.target, name: nameOf(account!.id, account!.number, account!.name) } }
    }),
  }))
  const all = [...atOnce, ...offered, ...asKnown.flatMap(one => one.things)]
  const marked = all.some(thing => thing.mayPassOn)
  const waits = offered.length > 0 || asked.length > 0
  return {
    summary: `Link ${sayLinks(all, under.name, acting.zone)}${marked ? '; it may give access' : ''}.`,
    outcomes: [
      atOnce.length > 0 ? `${sayList(atOnce.map(({ target }) => target.name))}: at once.` : '',
      offered.length > 0
        ? `${sayList(offered.map(({ target }) => target.name))}: ${gatherer.name} is asked to accept.`
        : '',
      ...asKnown.map(
        ({ owner, isKnown, things }) =>
          `${sayList(things.map(({ target }) => target.name))}: ${isKnown ? owner.name : 'the owner'} is asked.`,
      ),
    ].filter(Boolean),
    accounts: all.map(({ target, terms: own, mayPassOn }) => {
      const [account] = target.assets
      const isOwn = account!.businessId === acting.id
      const told = tellAsset(account!, own, linkLevel(account!.kind, { ...own, mayPassOn }), acting.id)
      const { number, may, sees, hidden, money } = told
      return { number, may, sees, hidden, money: isOwn ? money : null, name: target.name }
    }),
    people: reaching.map(one => `${one.name} (${one.address})${one.how ? `, ${one.how}` : ''}`),
    notes: [
      terms.from ? `It begins on ${sayBegin(terms.from, acting.zone)}; nothing works before.` : '',
      terms.until ? `It ends by itself after ${sayEnd(terms.until, acting.zone)}.` : '',
      `A link lets in everyone who reaches ${under.name}, now and later. To let one person or one partner in, give them access instead.`,
      marked
        ? `Stewards of ${under.name} may give others access there, up to this; the owner sees and can end each.`
        : `Nobody of ${gatherer.name} may give access to others there.`,
      sayPaying(plan, named),
      'It takes no seat.',
      ...(await sayMarkTaken(kit, plan)),
    ].filter(Boolean),
    staysOpenUntil: waits ? sayEnd(lapseOf(kit.clock.now(), acting.proposalDays, acting.zone), acting.zone) : null,
    takesProof: plan.takesProof,
    mails: [
      ...(offered.length > 0 ? await mailsTo(kit, acting, gatherer, 'the request, to answer it') : []),
      ...asked.map(({ owner, isKnown }) => ({
        to: isKnown ? owner.name : 'the owner',
        about: 'the request, to answer it',
      })),
      ...(waits ? [{ to: acting.live.address, about: 'that it was sent' }] : []),
    ],
  }
}

/** Of accounts that are asked for by their numbers alone it is not told who pays. */
function sayPaying({ paid, atOnce, offered, asked, terms }: PlannedLink, { known }: Named): string {
  if (paid) {
    const means = paid.means ? `, ${sayMeans(paid.means)}` : ', with what they choose'
    const yes = offered.length + asked.length > 0 ? ' The other side has to agree to that in the same answer.' : ''
    return `${paid.payer.name} pays from ${terms.from ? 'its beginning' : 'then'} on${means}.${yes}`
  }
  const things = [...atOnce, ...offered, ...asked.flatMap(one => one.things)]
  const accounts = things.flatMap(({ target }) => target.assets)
  const isTold = atOnce.length + offered.length > 0 || accounts.every(account => known.includes(account.id))
  return isTold ? sayPaysAsNow(accounts, 'now') : 'Who pays does not change.'
}

/** What the manager’s people gave on the strength of “may give access” falls with it, and is told before. */
async function sayMarkTaken(kit: Kit, { atOnce, under }: PlannedLink): Promise<string[]> {
  const losing = atOnce.flatMap(({ grant, mayPassOn }) => (grant?.mayPassOn && !mayPassOn ? [grant] : []))
  let falls = 0
  for (const link of losing) falls += (await givenByMark(kit.database.manager, link)).length
  if (losing.length === 0) return []
  const what =
    falls === 0
      ? 'Nothing was given by it.'
      : `${sayCount(falls, 'grant')} made by it ${falls > 1 ? 'end' : 'ends'} in the same moment.`
  return [`${under.name} may not give access any more. ${what}`]
}

async function mailsTo(kit: Kit, acting: Acting, to: Business, about: string): Promise<LinkPreview['mails']> {
  if (to.id === acting.id) return []
  return (await adminsOf(kit.database.manager, to.id)).map(admin => ({ to: admin.address, about }))
}
