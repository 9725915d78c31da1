import { levelOf, stateAt, type Figure, type Instant, type ProposalState, type Standing } from '@famiglia/core'
import type { Business } from '../businesses/queries.ts'
import { tellAsset, type AssetInWords } from '../grants/tellThings.ts'
import type {
  Beforehand,
  PayingAsked,
  ProposalKind,
  ProposalParts,
  ProposedThing,
  Question,
  Register,
  Side,
} from './kind.ts'
import { sayThingsOf } from './sayThingsOf.ts'
import { grantedTerms, timesOf } from './queries.ts'

interface BusinessTold {
  readonly number: string
  readonly name: string
  readonly town: string
  readonly cloth: string
  readonly zone: string
  readonly since: string
  readonly worksAs: Business['worksAs']
  readonly contact: Business['contact']
}

export interface ProposalInWords {
  readonly id: string
  readonly kind: string
  readonly noun: string
  readonly heading: string
  /** One sentence of who wants what from whom, as who reads it would say it. */
  readonly outset: string
  /** The names in it, to be set strong. */
  readonly names: readonly string[]
  readonly answeredBy: ProposalKind['answeredBy']
  readonly yes: ProposalKind['yes']
  /** What its yes answers separately, and no unless said; null where nothing. */
  readonly question: Question | null
  readonly paying: PayingAsked | null
  readonly canBeSentAgain: boolean
  readonly canBePassedOn: boolean
  readonly afterwards: string | null
  /** What there is to know before a yes; told where one is read by itself. */
  readonly beforehand: readonly Beforehand[]
  readonly state: ProposalState
  readonly business: BusinessTold
  /** The business it goes to: something is offered to it, or asked of it. */
  readonly partner: BusinessTold | null
  /** The address it is bound to; null for an ask, which goes to all who can give. */
  readonly to: string | null
  readonly standing: Standing
  readonly by: { readonly id: string; readonly name: string; readonly address: string }
  readonly note: string | null
  /** `run on Summer Crossings, hiding revenue, until 23 May 2027`. */
  readonly said: string
  readonly assets: readonly (AssetInWords & {
    readonly from: string | null
    readonly until: string | null
    /** The figures that its terms hide. */
    readonly hiding: readonly Figure[]
    readonly bundle: string | null
  })[]
  readonly purpose: string | null
  /** What of it was accepted or granted, where that is less. */
  readonly granted: string | null
  readonly contact: string | null
  /** Whether it may be passed on to a further business. */
  readonly mayPassOn: boolean
  readonly takesChair: boolean
  /** Who can answer it while it is open; told to who sent it, where one is read by itself. */
  readonly waitsFor: string | null
  /** That the letter came back, and what to do, told to who sent it. */
  readonly cameBack: string | null
  /** Another address that it was asked to be sent to. */
  readonly moveTo: string | null
  readonly openedAt: string
  readonly sentAt: string
  readonly lapsesAt: string
  readonly answeredAt: string | null
  readonly reason: string | null
}

/** A proposal in words, for the business whose people read it. */
export function describeProposal(
  kinds: Register,
  parts: ProposalParts,
  at: Instant,
  reader: string | null = null,
): ProposalInWords {
  const { proposal, business, sender, partner, things } = parts
  const kind = kinds.of(proposal)
  const purposes = new Set(things.map(thing => thing.purpose))
  const side = sideOf(kind, parts, reader)
  const outset = kind.outset(parts, side)
  const said = kind.said(parts, side)
  return {
    id: proposal.id,
    kind: proposal.kind,
    noun: kind.noun,
    heading: kind.heading,
    outset,
    names: namesIn(outset, kind, parts),
    answeredBy: kind.answeredBy,
    yes: kind.yes,
    question: kind.question?.(parts) ?? null,
    paying: kind.paying?.(parts) ?? null,
    canBeSentAgain: kind.canBeSentAgain,
    canBePassedOn: kind.canBePassedOn,
    afterwards: kind.afterwards(parts, side),
    beforehand: [],
    state: stateAt(timesOf(proposal), at),
    business: tellBusiness(business),
    partner: partner && (reader === partner.id || kind.partnerIsKnown(parts)) ? tellBusiness(partner) : null,
    to: proposal.toAddress,
    ...kind.shown(parts),
    by: sender,
    note: proposal.note,
    said,
    assets: kind.hidesThings?.(parts, side) ? [] : assetsIn(things, readerOf(kind, parts, reader), kind),
    purpose: purposes.size === 1 ? [...purposes][0]! : null,
    granted: sayGranted(kind, parts, said),
    mayPassOn: things.some(thing => thing.mayPassOn),
    waitsFor: null,
    cameBack: null,
    moveTo: proposal.moveTo,
    openedAt: proposal.openedAt.toString(),
    sentAt: proposal.sentAt.toString(),
    lapsesAt: proposal.lapsesAt.toString(),
    answeredAt: proposal.answeredAt?.toString() ?? null,
    reason: proposal.reason,
  }
}

/** Whom and what a sentence about a proposal names, the longest first. What it keeps back is not told beside it either. */
export function namesIn(said: string, kind: ProposalKind, parts: ProposalParts): string[] {
  const { proposal, business, sender, partner, things } = parts
  const names = [
    sender.name,
    business.name,
    partner?.name,
    proposal.toAddress,
    ...things.map(thing => thing.target.name),
    ...(kind.names?.(parts) ?? []),
  ]
  return [...new Set(names.flatMap(name => (name && said.includes(name) ? name : [])))].sort(
    (one, other) => other.length - one.length,
  )
}

/** A reader without a business to act for is whose address it is bound to. */
export function sideOf(kind: ProposalKind, { business, partner }: ProposalParts, reader: string | null): Side {
  if (kind.answeredBy === 'address') return reader === business.id ? 'sent' : 'received'
  return partner && reader === partner.id ? 'received' : 'sent'
}

/** Whoever an invitation is for reads it as one of the business that they are to join. */
function readerOf({ answeredBy }: ProposalKind, { business }: ProposalParts, reader: string | null): string | null {
  return answeredBy === 'address' ? business.id : reader
}

export function assetsIn(
  things: readonly ProposedThing[],
  reader: string | null,
  kind: Pick<ProposalKind, 'levelOn'> = {},
): ProposalInWords['assets'] {
  return things.flatMap(thing =>
    thing.target.assets.map(asset => ({
      ...tellAsset(asset, thing.terms, kind.levelOn?.(asset.kind, thing) ?? levelOf(asset.kind, thing.terms), reader),
      from: thing.terms.from?.toString() ?? null,
      until: thing.terms.until?.toString() ?? null,
      hiding: thing.terms.hiding,
      bundle: thing.target.bundleId ? thing.target.name : null,
    })),
  )
}

/** What was granted or accepted, as read, where it is less than was proposed. */
function sayGranted(kind: ProposalKind, parts: ProposalParts, whole: string): string | null {
  const { proposal, things } = parts
  const granted = things.flatMap(thing =>
    thing.item?.granted ? [{ ...thing, terms: grantedTerms(thing.item.granted) }] : [],
  )
  if (granted.length === 0) return proposal.grantedSaid
  const said = sayThingsOf(kind, parts, granted)
  return said === whole ? null : said
}

function tellBusiness({ number, name, town, cloth, zone, openedAt, worksAs, contact }: Business): BusinessTold {
  return { number, name, town, cloth, zone, since: openedAt.toString(), worksAs, contact }
}
