import { looksLikeNumber, numberedThing, readNumber, type NumberKind } from './number.ts'

/** Something that has a number, and is known to who types one. */
export interface Numbered {
  readonly number: string
  readonly name: string
}

const article = { A: 'an asset’s', B: 'a business’s' } as const
const ordinals = 'first second third fourth fifth sixth seventh eighth ninth tenth'.split(' ')

/**
 * What is wrong with a number that is being typed where one of a kind is wanted: its kind, or a digit, which is told where
 * exactly one known number is one digit away. Null for one that is right, or is no number at all.
 */
export function adviseNumber(typed: string, wanted: NumberKind, known: readonly Numbered[]): string | null {
  if (!looksLikeNumber(typed)) return null
  const reading = readNumber(typed)
  if (reading.ok)
    return reading.kind === wanted
      ? null
      : `${reading.number} is ${article[reading.kind]} number. Here the number of ${wanted === 'A' ? 'an' : 'a'} ${numberedThing[wanted]} is wanted; it begins with ${wanted}.`
  if (reading.code === 'number.malformed')
    return `That is not a whole number yet: it has ten digits, as ${wanted}-4815-1623-97.`
  const digits = digitsOf(typed)
  const near = known.filter(one => wrongDigits(digits, digitsOf(one.number)).length === 1)
  if (near.length !== 1) return 'A digit of this number is wrong. Compare it with the message you got.'
  const [at] = wrongDigits(digits, digitsOf(near[0]!.number))
  return `One digit is wrong, the ${ordinals[at!]}: ${near[0]!.name} is ${near[0]!.number}.`
}

function digitsOf(number: string): string {
  return number.normalize('NFKC').replace(/\D/g, '')
}

function wrongDigits(one: string, other: string): number[] {
  return one.length === other.length ? [...one].flatMap((digit, at) => (digit === other[at] ? [] : [at])) : [0, 1]
}
