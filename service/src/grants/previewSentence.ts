import {
  describeLevel,
  isFreshProof,
  lapseOf,
  possessive,
  printMoment,
  momentOfEnd,
  sayActions,
  sayEndExactly,
  sayInstant,
  sayList,
  type Instant,
} from '@famiglia/core'
import type { Room } from '../base/room.ts'
import type { Acting } from '../businesses/acting.ts'
import { tellAsset, sayWords, type AssetInWords } from './tellLevel.ts'
import { planSentence, type PlannedEnd, type PlannedItem, type PlannedLet } from './planSentence.ts'
import { goesToNewPerson, takesFreshProof } from './saySentence.ts'

export interface PreviewedAsset extends AssetInWords {
  readonly change: string
  /** What changes for somebody who has access already, or waits for it. */
  readonly difference: string | null
}

export interface Preview {
  readonly sentence: string
  readonly verb: 'let' | 'end'
  readonly summary: string
  readonly who: {
    readonly address: string
    readonly name: string | null
    readonly state: 'member' | 'invited' | 'known' | 'new'
  }
  readonly assets: readonly PreviewedAsset[]
  readonly from: string | null
  readonly until: { readonly at: string; readonly words: string } | null
  readonly staysOpenUntil: string | null
  readonly takesProof: boolean
  readonly proofIsFresh: boolean
  readonly mails: readonly { readonly to: string; readonly about: string }[]
  readonly notes: readonly string[]
}

/** What a sentence would do, in plain words. Nothing is sent or changed. */
export function previewSentence(room: Room) {
  return async (acting: Acting, text: string): Promise<Preview> => {
    const plan = await planSentence(room, room.database.manager, acting, text)
    const now = room.clock.now()
    return plan.verb === 'let' ? previewLet(acting, plan, now) : previewEnd(acting, plan, now)
  }
}

function previewLet(acting: Acting, plan: PlannedLet, now: Instant): Preview {
  const { who } = plan
  const name = who.person?.name ?? who.address
  const first = plan.items[0]!.words
  const invited = goesToNewPerson(plan)
  const lapses = who.invitation?.lapsesAt ?? lapseOf(now, acting.proposalDays)
  return {
    sentence: plan.text,
    verb: 'let',
    summary: `Let ${name} ${sayWords(
      first,
      plan.items.map(item => item.asset.name),
      acting.zone,
    )}.`,
    ...shared(acting, plan, now),
    assets: plan.items.map(item => ({
      ...tellAsset(item.asset, item.words, item.plan.level, acting.name),
      change: item.plan.change,
      difference: sayDifference(name, item, acting.zone),
    })),
    from: first.from ? sayInstant(first.from, acting.zone) : null,
    until: first.until ? { at: first.until.toString(), words: sayEndExactly(first.until, acting.zone) } : null,
    staysOpenUntil: invited ? sayInstant(lapses, acting.zone) : null,
    takesProof: takesFreshProof(plan),
    mails: [
      {
        to: who.address,
        about: invited
          ? 'the invitation, with a link to answer it'
          : plan.items.every(item => item.grant === null)
            ? 'what was given'
            : 'what changed',
      },
    ],
    notes: notesOn(acting, plan, name),
  }
}

function previewEnd(acting: Acting, plan: PlannedEnd, now: Instant): Preview {
  const name = plan.who.person?.name ?? plan.who.address
  const names = [...plan.grants, ...plan.waiting].map(one => one.asset.name)
  const what = names.length > 0 ? ` on ${sayList(names)}` : ''
  const membership = plan.everything && plan.who.member ? ` ${name} stops being a member of ${acting.name}.` : ''
  return {
    sentence: plan.text,
    verb: 'end',
    summary: `End ${possessive(name)} access${what}.${membership}`,
    ...shared(acting, plan, now),
    assets: [],
    from: null,
    until: null,
    staysOpenUntil: null,
    takesProof: takesFreshProof(plan),
    mails: plan.who.member ? [{ to: plan.who.address, about: 'what ended' }] : [],
    notes: ['It ends in the same moment, everywhere. Access from elsewhere stays.'],
  }
}

function shared(acting: Acting, plan: PlannedLet | PlannedEnd, now: Instant) {
  const { who } = plan
  return {
    who: {
      address: who.address,
      name: who.person?.name ?? null,
      state: who.member
        ? ('member' as const)
        : who.invitation
          ? ('invited' as const)
          : who.person
            ? ('known' as const)
            : ('new' as const),
    },
    proofIsFresh: acting.live.unattended || isFreshProof(acting.live.provenAt, now),
  }
}

function notesOn(acting: Acting, plan: PlannedLet, name: string): string[] {
  const notes: string[] = []
  if (!plan.who.member && !plan.who.invitation) notes.push(`${name} joins ${acting.name} as member by accepting.`)
  if (plan.who.invitation) notes.push(`${name} has not answered the open invitation yet: this goes into it.`)
  if (plan.items.every(item => item.plan.change === 'same'))
    notes.push(`${name} has exactly this already: nothing changes.`)
  const stewarded = plan.items.filter(item => describeLevel(item.asset.kind, item.plan.level).canGiveAccess)
  if (stewarded.length > 0)
    notes.push(
      `${name} can give and take away access on ${sayList(stewarded.map(item => item.asset.name))}, up to the same level.`,
    )
  return [...notes, ...plan.items.flatMap(item => whatFallsAway(item, acting.zone))]
}

/** A sentence says all: what was hidden or had an end before and is not said again is pointed at, with the words that keep it. */
function whatFallsAway({ asset, plan, grant, words }: PlannedItem, zone: string): string[] {
  if (!grant) return []
  const shown = plan.gains.sees.filter(figure => grant.hiding.includes(figure))
  const notes: string[] = []
  if (shown.length > 0)
    notes.push(
      `On ${asset.name} ${sayList(shown)} was hidden and would now be seen. Add “hiding ${shown.join(' and ')}” to keep it hidden.`,
    )
  if (grant.until && !words.until)
    notes.push(
      `On ${asset.name} the end would go. Add “until ${printMoment(momentOfEnd(grant.until, zone))}” to keep it.`,
    )
  return notes
}

/** `Priya Lindqvist has watch on Summer Crossings now. Gains: publish adverts. Loses: …`. */
function sayDifference(name: string, item: PlannedItem, zone: string): string | null {
  const { plan, words, grant } = item
  if (plan.change === 'new') return null
  if (plan.change === 'same') return `${name} has this already.`
  const gains = [
    plan.gains.actions.length > 0 ? sayActions(plan.gains.actions) : '',
    plan.gains.sees.length > 0 ? `see ${sayList(plan.gains.sees)}` : '',
  ].filter(Boolean)
  const loses = [
    plan.loses.actions.length > 0 ? sayActions(plan.loses.actions) : '',
    plan.loses.sees.length > 0 ? `see ${sayList(plan.loses.sees)}` : '',
  ].filter(Boolean)
  const parts = [
    `It changes what ${name} has.`,
    gains.length > 0 ? `Gains: ${gains.join('; ')}.` : '',
    loses.length > 0 ? `Loses: ${loses.join('; ')}.` : '',
    grant && String(grant.until) !== String(words.until)
      ? `The end moves from ${grant.until ? sayInstant(grant.until, zone) : 'no end'} to ${words.until ? sayInstant(words.until, zone) : 'no end'}.`
      : '',
  ]
  return parts.filter(Boolean).join(' ')
}
