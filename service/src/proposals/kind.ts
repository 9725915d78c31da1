import type { CourseName, Kind, Level, Standing, Terms, Tier } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import type { Letter } from '../base/letter.ts'
import type { Acting } from '../businesses/acting.ts'
import type { Business } from '../businesses/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { Target } from '../reach/targets.ts'
import type { Proposal, ProposalItem } from './queries.ts'

/** One thing of a proposal. What is asked for in words has no item before it is granted. */
export interface ProposedThing {
  readonly item: ProposalItem | null
  readonly target: Target
  readonly terms: Terms
  readonly purpose: string | null
  readonly mayPassOn: boolean
}

/** A proposal with all it is about. */
export interface ProposalParts {
  readonly proposal: Proposal
  readonly business: Business
  readonly sender: KnownPerson
  /** The business it goes to, where it goes to one. */
  readonly partner: Business | null
  readonly things: readonly ProposedThing[]
  /** What is its kind's own. */
  readonly own: unknown
}

/** What of a kind's own is shown to who reads a proposal. */
export interface OwnShown {
  readonly standing: Standing
  readonly contact: string | null
  readonly takesChair: boolean
}

/** A yes: of somebody acting for the business that is asked or offered something, or of whom an address belongs to. */
export interface Answer {
  readonly acting: Acting | null
  readonly person: KnownPerson
  /** What is granted or accepted, with the terms of the answer. */
  readonly things: readonly ProposedThing[]
  /** Whether that is less than was proposed. */
  readonly isLess: boolean
  readonly reason: string | null
  readonly paying: PayingSaid
  /** The lines of a handover's account that are to fall too. */
  readonly falls: readonly string[]
  /** What is left to who held the business in trust, where it is taken over. */
  readonly keeping: Tier | null
}

/** A question that a yes answers separately, and no unless said. */
export interface Question {
  readonly asks: string
  readonly hint: string
}

/** A yes that changes who pays too. */
export interface PayingAsked {
  /** The business that would pay. */
  readonly by: string
  /** The platform on which who says yes chooses a means of payment; null where the other side has chosen. */
  readonly takesMeansOn: string | null
  /** Whether a yes can leave it as it is. */
  readonly canStay: boolean
}

/** What a yes says of it. */
export interface PayingSaid {
  /** The handle of the means of payment chosen. */
  readonly means: string | null
  /** Whether who pays stays as it is. */
  readonly stays: boolean
}

export const nothingSaidOfPaying: PayingSaid = { means: null, stays: false }

/** Something to know before a yes: each item stands for itself. */
export interface Beforehand {
  readonly head: string
  readonly items: readonly string[]
}

/** Whose eyes a proposal is read with. */
export type Side = 'sent' | 'received'

/** A letter to be, for one of those who are told. */
export type Letters = readonly Letter[]

/**
 * One kind of proposal: a row of the register. The common life of proposals knows the kinds through this alone, so a new
 * kind is a folder with such a row, and one line in the register.
 */
export interface ProposalKind {
  readonly kind: string
  readonly noun: string
  /** What stands above one on its page. */
  readonly heading: string
  /** What its yes is called on a button, and a yes to less, before and after it was written; null where there is no less. */
  readonly yes: { readonly whole: string; readonly less: { readonly begin: string; readonly send: string } | null }
  readonly course: CourseName
  /** What its yes is called. */
  readonly acceptedAs: 'accepted' | 'granted'
  /** Whether it can be sent again, and its link passed on by other means than the letter. */
  readonly canBeSentAgain: boolean
  readonly canBePassedOn: boolean
  /** Whether the finance people of a business see to it too, beside its admins. */
  readonly forFinance?: true
  /** Who answers it: whose address it is bound to, the admins of another business, or colleagues of who sent it. */
  readonly answeredBy: 'address' | 'business' | 'colleagues'

  /** What is this kind's own of some proposals. */
  readOwn(manager: EntityManager, ids: readonly string[]): Promise<ReadonlyMap<string, unknown>>
  /** How a history calls one: `the invitation to bea@…`. */
  name(parts: ProposalParts): string
  /** What it is about, as read on either side; by who is told no side, as both may read it. */
  said(parts: ProposalParts, side?: Side): string
  /** Things of it as read, where they are not said as what is given on them. */
  sayThings?(parts: ProposalParts, things: readonly ProposedThing[]): string
  /** Whether what its things are called and come to is kept back on a side. */
  hidesThings?(parts: ProposalParts, side: Side): boolean
  /** What a thing comes to on an asset, where that is not simply what its terms say. */
  levelOn?(kind: Kind, thing: ProposedThing): Level
  /** What its yes has to say separately; null where nothing. */
  question?(parts: ProposalParts): Question | null
  /** What a second admin is asked for before a yes, after “asks to”, where a business chose that it takes two; null where one is enough. */
  takesTwo?(parts: ProposalParts, mayGiveAccess: boolean): string | null
  /** What its yes says of who pays from then on; null where nothing changes in that. */
  paying?(parts: ProposalParts): PayingAsked | null
  /** One sentence of who wants what from whom, as it is read on the side that sent it and on the one that answers. */
  outset(parts: ProposalParts, side: Side): string
  /** Whom and what that sentence can name of this kind's own, beside what every proposal has. */
  names?(parts: ProposalParts): readonly string[]
  /** What there is to know before a yes, where it is more than what is proposed. */
  beforehand?(
    kit: Kit,
    manager: EntityManager,
    parts: ProposalParts,
    register: Register,
    side: Side,
  ): Promise<readonly Beforehand[]>
  /** What its yes brings along, beside what it allows; null where nothing. */
  afterwards(parts: ProposalParts, side: Side): string | null
  shown(parts: ProposalParts): OwnShown
  /** Whether its sender knows which business it goes to: who asks for an asset by its number does not, before an answer. */
  partnerIsKnown(parts: ProposalParts): boolean
  /** Why it does not hold any more, since who sent it could not send it now; null while it does. */
  whyVoid(kit: Kit, manager: EntityManager, parts: ProposalParts): Promise<string | null>

  /** Refuses who may not answer it for the business they act for. What is bound to an address is answered by whose it is. */
  assertMayAnswer(kit: Kit, manager: EntityManager, acting: Acting, parts: ProposalParts): Promise<void>
  /** Which colleagues can answer it now, where colleagues do. */
  answerers?(kit: Kit, manager: EntityManager, parts: ProposalParts): Promise<readonly KnownPerson[]>
  /** What a yes would give now, and why not all of it can be given; a part of it can. */
  things(
    kit: Kit,
    manager: EntityManager,
    acting: Acting,
    parts: ProposalParts,
  ): Promise<{ readonly things: readonly ProposedThing[]; assertWhole(): void }>
  /** What the yes does; tells what came of it. */
  accept(kit: Kit, change: Change, parts: ProposalParts, answer: Answer): Promise<string>

  readonly letters: {
    /** To whom it waits for: a reminder, or the same once more. */
    waiting(kit: Kit, change: Change, parts: ProposalParts): Promise<Letters>
    /** To who sent it: how it was answered. */
    answered(parts: ProposalParts, answer: AnswerTold): Letters
    /** To who sent it: nobody answered in time. */
    lapsed(parts: ProposalParts): Letters
    /** To whom it waited for: it is withdrawn or void. */
    cameToNothing(change: Change, parts: ProposalParts, why: string): Promise<Letters>
  }
}

export interface AnswerTold {
  readonly by: { readonly name: string }
  readonly accepted: boolean
  /** What was granted or accepted, as read; what was proposed, where it was declined. */
  readonly said: string
  /** What was proposed, where less was granted. */
  readonly whole: string | null
  readonly reason: string | null
}

/** All kinds there are. */
export interface Register {
  readonly all: readonly ProposalKind[]
  of(proposal: Pick<Proposal, 'kind'>): ProposalKind
}

export function registerOf(all: readonly ProposalKind[]): Register {
  const byName = new Map(all.map(kind => [kind.kind, kind]))
  return {
    all,
    of: ({ kind }) => {
      const found = byName.get(kind)
      if (!found) throw new Error(`There is no kind of proposal called “${kind}”.`)
      return found
    },
  }
}
