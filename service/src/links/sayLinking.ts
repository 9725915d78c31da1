import { printLinking, sayList, type LinkSentence, sayBegin } from '@famiglia/core'
import { askSecondAdmin, type ActOfTwo } from '../admins/actOfTwo.ts'
import { assetsById } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { changeFor, type Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { sayLinks } from '../grants/tellThings.ts'
import { nothingSaidOfPaying } from '../proposals/kind.ts'
import { linkChangedLetter } from './letters.ts'
import type { Linked } from './linked.ts'
import { keepLink } from './keepLink.ts'
import { assertSayable, findNamed, readLinking, type Named } from './named.ts'
import { payFromThen } from './paying.ts'
import { planLink, type PlannedLink } from './planLink.ts'
import { keepLabel } from './records.ts'
import { sayAsKnown } from './sayLink.ts'
import { sayOpen, sendLink } from './sendLink.ts'
import { unlink } from './unlink.ts'

/**
 * Links accounts under a manager account, or unlinks them. One's own hang at once; another business's are asked for, and
 * one's own under another business's manager account are offered: then it waits for the other side.
 */
export function sayLinking(kit: Kit) {
  return async (acting: Acting, text: string, note: string | null, once: Once | null): Promise<Linked> => {
    const sentence = readLinking(kit, acting, text)
    if (sentence.verb === 'unlink') return unlink(kit)(acting, sentence, once)
    assertSayable(sentence)
    const named = await findNamed(kit, acting, sentence.accounts, sentence.under)
    const said = { sentence, named, note }
    return changeFor(
      kit,
      acting,
      async change => {
        const plan = await planToLink(kit, change, acting, said)
        return (await askForMark(change, acting, said, plan)) ?? linkIn(kit, change, acting, said, plan)
      },
      once,
    )
  }
}

interface Said {
  readonly sentence: LinkSentence
  readonly named: Named
  readonly note: string | null
}

/** That a manager account may give access to one's own takes a second admin, where it takes two. */
async function askForMark(
  change: Change,
  acting: Acting,
  { sentence, named, note }: Said,
  { offered, atOnce, under }: PlannedLink,
): Promise<Linked | null> {
  const marked = [...offered, ...atOnce.filter(thing => thing.change !== 'same')].filter(thing => thing.mayPassOn)
  if (marked.length === 0) return null
  const asked = await askSecondAdmin(change, acting, {
    act: linkingWithMark.act,
    said: `let ${under.name} give access to ${sayList(marked.map(({ target }) => target.name))}`,
    given: {
      text: printLinking(sentence),
      note,
      accounts: named.accounts.map(account => account.id),
      under: named.under.id,
      known: named.known,
    },
    reason: note ?? 'so that its people can let others in',
  })
  return (
    asked && { sentence: printLinking(sentence), result: asked.result, outcome: 'asked', proposals: [asked.proposal] }
  )
}

interface Kept {
  readonly text: string
  readonly note: string | null
  readonly accounts: readonly string[]
  readonly under: string
  readonly known: readonly string[]
}

/** A link whose manager account may give access, once a second admin agreed. */
export const linkingWithMark: ActOfTwo = {
  act: 'link',
  carryOut: async (kit, change, acting, { text, note, accounts, under, known }: Kept) => {
    const sentence = readLinking(kit, acting, text)
    if (sentence.verb !== 'link') throw new Error(`“${text}” links nothing.`)
    const [gathering] = await assetsById(change.manager, [under])
    const named = { accounts: await assetsById(change.manager, accounts), under: gathering!, known }
    const said = { sentence, named, note }
    return (await linkIn(kit, change, acting, said, await planToLink(kit, change, acting, said))).result
  },
}

async function planToLink(kit: Kit, change: Change, acting: Acting, { sentence, named }: Said): Promise<PlannedLink> {
  const plan = await planLink(kit, change.manager, acting, sentence, named)
  if (plan.takesProof)
    change.requireFreshProof(
      plan.paid
        ? 'Changing who pays needs you to confirm it’s you.'
        : 'This raises what a manager account can do, so it needs you to confirm it’s you.',
    )
  return plan
}

async function linkIn(
  kit: Kit,
  change: Change,
  acting: Acting,
  { sentence, named, note }: Said,
  plan: PlannedLink,
): Promise<Linked> {
  const text = printLinking(sentence)
  const { under, paid } = plan
  const { person, name, address } = acting.live
  const sending = { note, text, letterWaits: kit.config.FAMIGLIA_LETTER_WAITS_SECONDS, under, paid }
  const results = [...(await linkAtOnce(change, acting, plan, text))]
  if (paid && plan.atOnce.length > 0)
    results.push(
      (
        await payFromThen(kit, change, { id: person, name, address }, acting, paid, plan.atOnce, nothingSaidOfPaying)
      ).trim(),
    )
  const proposals: string[] = []
  if (plan.offered.length > 0) {
    const offering = { to: plan.gatherer, fromAbove: false, toNamed: true, known: [], things: plan.offered }
    const parts = await sendLink(change, acting, { ...sending, ...offering })
    proposals.push(parts.proposal.id)
    results.push(`Offered to ${plan.gatherer.name}: ${sayAsKnown(parts, parts.things)}. ${sayOpen(parts, acting.zone)}`)
  }
  for (const { owner, isKnown, things } of plan.asked) {
    const asking = { to: owner, fromAbove: true, toNamed: isKnown, known: named.known, things }
    const parts = await sendLink(change, acting, { ...sending, ...asking })
    proposals.push(parts.proposal.id)
    const whom = isKnown ? owner.name : 'the owner'
    results.push(`Asked ${whom}: ${sayAsKnown(parts, parts.things)}. ${sayOpen(parts, acting.zone)}`)
  }
  if (sentence.label && plan.under.businessId === acting.id)
    await keepLabel(change, { under: plan.under.id, account: named.accounts[0]!.id }, sentence.label)
  const isSame = plan.atOnce.every(thing => thing.change === 'same')
  return {
    sentence: text,
    result: results.filter(Boolean).join(' '),
    outcome: plan.offered.length > 0 ? 'offered' : plan.asked.length > 0 ? 'asked' : isSame ? 'same' : outcomeOf(plan),
    proposals,
  }
}

const outcomeOf = ({ atOnce }: PlannedLink) => (atOnce.some(thing => thing.grant === null) ? 'linked' : 'changed')

async function linkAtOnce(change: Change, acting: Acting, plan: PlannedLink, text: string): Promise<string[]> {
  const { under, gatherer, atOnce } = plan
  const changed = atOnce.filter(thing => thing.change !== 'same')
  const same = atOnce.filter(thing => thing.change === 'same')
  if (atOnce.length > 0 && changed.length === 0)
    change.record({
      chain: acting.id,
      what: 'grant.repeated',
      sentence: `${acting.live.name} said again: ${text}`,
    })
  const given = { giver: acting, person: { id: acting.live.person, name: acting.live.name }, proposal: null }
  for (const thing of changed) await keepLink(change, given, under, thing, text)
  const said = sayLinks(changed, under.name, acting.zone)
  if (changed.length > 0 && gatherer.id !== acting.id)
    for (const admin of await adminsOf(change.manager, gatherer.id))
      await change.mail(
        linkChangedLetter(admin, {
          by: acting.live.name,
          acting,
          said: `changed the link: ${said}`,
          where: `/${gatherer.number}/manager-accounts/${under.number}`,
        }),
      )
  return [
    same.length > 0 ? `${sayList(same.map(({ target }) => target.name))} hung there just so already.` : '',
    changed.length > 0 ? `Linked: ${said}.${sayBeginning(plan, acting)}` : '',
  ].filter(Boolean)
}

function sayBeginning({ terms }: PlannedLink, { zone }: Acting): string {
  return terms.from ? ` It begins on ${sayBegin(terms.from, zone)}; nothing works before.` : ''
}
