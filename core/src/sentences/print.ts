import { printMoment } from '../time/index.ts'
import {
  isByPurpose,
  type LetSentence,
  type Part,
  type Sentence,
  type Wanted,
  type What,
  type Who,
} from './sentence.ts'

export function printWho(who: Who): string {
  switch (who.by) {
    case 'address':
      return who.address
    case 'number':
      return who.number
    default:
      return `${who.by}/${who.handle}`
  }
}

export function printWhat(what: What): string {
  if (what.by === 'number') return what.number
  return what.by === 'bundle' ? `bundle/${what.handle}` : `${what.kind}/${what.handle}`
}

/** The sentence as written: its one form with handles and dates, which the reader reads as the same sentence again. */
export function printSentence(sentence: Sentence): string {
  if (sentence.verb === 'let') return printLet(sentence)
  if ('grant' in sentence) return `end grant/${sentence.grant}`
  return words('end', printWho(sentence.who), onClause(sentence.on), toClause(sentence.purpose))
}

/** What is given, as written, without its beginning; what is not said yet stands as `…`. */
export function printWanted(wanted: Wanted): string {
  const byPurpose = isByPurpose(wanted) && wanted.purpose !== null
  const parts = wanted.parts.map(part => (byPurpose ? printRest(part) : printPart(part))).join(' and ')
  return words(
    byPurpose ? `"${wanted.purpose}"` : '',
    parts,
    wanted.mayGiveAccess ? 'may give access' : '',
    wanted.mayPassOn ? 'may pass on' : '',
    byPurpose ? '' : toClause(wanted.purpose),
  )
}

function printLet(sentence: LetSentence): string {
  return words('let', sentence.who.map(printWho).join(', ') || '…', printWanted(sentence))
}

function printPart(part: Part): string {
  return words(printGiven(part) || '…', part.on.length > 0 ? printRest(part) : words('on …', printRest(part)))
}

function printRest({ on, hiding, from, until }: Part): string {
  return words(
    onClause(on),
    hiding.length > 0 ? `hiding ${hiding.join(' and ')}` : '',
    from ? `from ${printMoment(from)}` : '',
    until ? `until ${printMoment(until)}` : '',
  )
}

/** A tier and actions as written: `run, leads.collect`. */
export function printGiven({ tier, actions }: Pick<Part, 'tier' | 'actions'>): string {
  return [tier, ...actions].filter(Boolean).join(', ')
}

function onClause(on: readonly What[]): string {
  return on.length > 0 ? `on ${on.map(printWhat).join(', ')}` : ''
}

function toClause(purpose: string | null): string {
  return purpose ? `to "${purpose}"` : ''
}

function words(...said: readonly string[]): string {
  return said.filter(Boolean).join(' ')
}
