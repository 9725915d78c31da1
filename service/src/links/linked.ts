/** What saying `link …` or `unlink …` came to. */
export interface Linked {
  readonly sentence: string
  readonly result: string
  readonly outcome: 'linked' | 'asked' | 'offered' | 'changed' | 'same' | 'unlinked'
  readonly proposals: readonly string[]
}
