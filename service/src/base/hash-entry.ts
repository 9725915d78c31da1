import { createHash } from 'node:crypto'
import canonicalizeModule from 'canonicalize'

const canonicalize = canonicalizeModule as unknown as (value: unknown) => string

export interface HistoryContent {
  readonly number: number
  readonly at: string
  readonly person: { readonly id: string; readonly name: string } | null
  readonly provenBy: string | null
  readonly what: string
  readonly sentence: string
  readonly asset: string | null
  readonly about: string | null
  readonly data: Record<string, unknown>
}

/** An entry's hash: SHA-256 over the RFC 8785 canonical JSON of the entry together with the hash of the one before it. */
export function hashEntry(content: HistoryContent, before: string | null): string {
  return createHash('sha256')
    .update(canonicalize({ ...content, before }))
    .digest('hex')
}
