import { printMoment } from '../time/index.ts'
import type { LetSentence, Sentence, What, Who } from './sentence.ts'

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

/** The sentence in its one written form; reading it gives the same sentence again. */
export function printSentence(sentence: Sentence): string {
  if (sentence.verb === 'let') return printLet(sentence)
  if ('grant' in sentence) return `end grant/${sentence.grant}`
  return ['end', printWho(sentence.who), ...onClause(sentence.on)].join(' ')
}

function printLet(sentence: LetSentence): string {
  const given = [...(sentence.tier ? [sentence.tier] : []), ...sentence.actions].join(', ')
  const byPurpose = given === '' && sentence.purpose
  return [
    'let',
    sentence.who.map(printWho).join(', '),
    byPurpose ? `"${sentence.purpose}"` : given,
    ...onClause(sentence.on),
    ...(sentence.hiding.length > 0 ? ['hiding', sentence.hiding.join(' and ')] : []),
    ...(sentence.mayGiveAccess ? ['may give access'] : []),
    ...(sentence.mayPassOn ? ['may pass on'] : []),
    ...(sentence.from ? ['from', printMoment(sentence.from)] : []),
    ...(sentence.until ? ['until', printMoment(sentence.until)] : []),
    ...(sentence.purpose && !byPurpose ? ['to', `"${sentence.purpose}"`] : []),
  ].join(' ')
}

function onClause(on: readonly What[]): string[] {
  return on.length > 0 ? ['on', on.map(printWhat).join(', ')] : []
}
