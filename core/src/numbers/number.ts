/** The letter a number begins with: what it numbers. */
export type NumberKind = 'A' | 'B'
export type AssetNumber = `A-${string}` & { readonly __brand?: 'asset' }
export type BusinessNumber = `B-${string}` & { readonly __brand?: 'business' }

export const numberedThing = { A: 'asset', B: 'business' } as const satisfies Record<NumberKind, string>

export type NumberReading =
  | { ok: true; kind: NumberKind; number: AssetNumber | BusinessNumber }
  | { ok: false; code: 'number.malformed' | 'number.wrong-check' }

/**
 * Two check digits by ISO 7064 MOD 97-10 over the kind letter (A = 10 … Z = 35) and eight digits.
 * They catch every single wrong digit and every swap of two neighbours.
 */
export function checkDigits(kind: NumberKind, digits: string): string {
  const letter = kind.charCodeAt(0) - 55
  const remainder = Number(BigInt(`${letter}${digits}00`) % 97n)
  return String(98 - remainder).padStart(2, '0')
}

/** Writes a number as people see it, `B-4815-1623-97`, from its kind and eight digits. */
export function formatNumber(kind: NumberKind, digits: string): AssetNumber | BusinessNumber {
  const whole = `${digits.slice(0, 4)}-${digits.slice(4)}-${checkDigits(kind, digits)}`
  return `${kind}-${whole}` as AssetNumber | BusinessNumber
}

/** A number from a random draw in [0, 100000000): numbers are drawn, not counted up, so none tells how many there are. */
export function drawNumber(kind: 'A', draw: number): AssetNumber
export function drawNumber(kind: 'B', draw: number): BusinessNumber
export function drawNumber(kind: NumberKind, draw: number): AssetNumber | BusinessNumber {
  return formatNumber(kind, String(draw).padStart(8, '0'))
}

/** Reads a number as people write it: with or without dashes and spaces, in lower case, in full-width digits. */
export function readNumber(text: string): NumberReading {
  const plain = text
    .normalize('NFKC')
    .toUpperCase()
    .replace(/[\s\p{Dash}]/gu, '')
  const parts = /^([AB])(\d{8})(\d{2})$/.exec(plain)
  if (!parts) return { ok: false, code: 'number.malformed' }
  const [, letter, digits, check] = parts as unknown as [string, NumberKind, string, string]
  if (checkDigits(letter, digits) !== check) return { ok: false, code: 'number.wrong-check' }
  return { ok: true, kind: letter, number: formatNumber(letter, digits) }
}

/** Whether a text is meant as a number at all, right or wrong: so that a mistyped one is not taken for a name. */
export function looksLikeNumber(text: string): boolean {
  return /^[AB][\s\p{Dash}]?[\d\s\p{Dash}]{4,}$/iu.test(text.normalize('NFKC'))
}
