/** What came of a sentence. */
export interface Said {
  readonly sentence: string
  /** As people read it. */
  readonly result: string
  readonly outcome: 'given' | 'changed' | 'same' | 'invited' | 'invitation changed' | 'offered' | 'ended'
  readonly grants: readonly string[]
  readonly proposal: string | null
}
