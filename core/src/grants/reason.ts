import { samePurpose } from '../purposes/purpose.ts'

/**
 * What is given for a purpose is a grant of its own, beside what the same holder has on the same thing for another purpose
 * or without one. A sentence for a purpose replaces what was given for that purpose; one without says all.
 */
export function isReplacedBy(held: { readonly purpose: string | null }, purpose: string | null): boolean {
  return purpose === null || isForPurpose(held, purpose)
}

/** Whether something was given for just that purpose; null: for none. */
export function isForPurpose(held: { readonly purpose: string | null }, purpose: string | null): boolean {
  return held.purpose === null || purpose === null ? held.purpose === purpose : samePurpose(held.purpose, purpose)
}
