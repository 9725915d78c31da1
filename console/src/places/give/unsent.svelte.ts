import type { Acting } from '../../reach/acting.svelte'

/** A sentence that was composed and not sent: it stays in this browser, for this person and business, until it is sent. */
export class Unsent {
  /** As it was when the page was opened; null when there was none. */
  before: string | null = $state(null)

  constructor(private readonly acting: Acting) {
    this.before = readUnsent(acting)
  }

  keep(sentence: string): void {
    localStorage.setItem(placeOf(this.acting), sentence)
  }

  forget(): void {
    forgetUnsent(this.acting)
    this.before = null
  }
}

export function readUnsent(acting: Acting): string | null {
  return localStorage.getItem(placeOf(acting))
}

/** It was sent, or is not wanted any more. */
export function forgetUnsent(acting: Acting): void {
  localStorage.removeItem(placeOf(acting))
}

/** Nobody who signs in later in the same browser finds what somebody else began. */
function placeOf({ me, number }: Acting): string {
  return `famiglia unsent ${me?.person.id ?? ''} ${number}`
}
