import { faults, type FaultCode } from '@famiglia/core'

export interface ProblemData {
  /** JSON Pointer (RFC 6901) to the field at fault. */
  pointer?: string
  /** The nearest known name, where one was mistyped. */
  nearest?: string | null
  /** Where in a sentence the word at fault stands. */
  span?: { start: number; end: number }
  /** Seconds after which to try again. */
  retryAfter?: number
  [more: string]: unknown
}

/**
 * What is refused or went wrong, as problem details (RFC 9457): a stable code, a sentence for people, and data.
 * The cause is for the log alone.
 */
export class Problem extends Error {
  readonly status: number

  constructor(
    readonly code: FaultCode,
    readonly detail: string,
    readonly data: ProblemData = {},
    cause?: unknown,
  ) {
    super(detail, { cause })
    this.status = faults[code].status
  }

  /** Its type is an address at the service where it is explained. */
  toJSON(publicUrl = ''): Record<string, unknown> {
    const { retryAfter: _unsaid, ...data } = this.data
    return {
      type: `${publicUrl}/problems/${this.code}`,
      title: faults[this.code].title,
      status: this.status,
      code: this.code,
      detail: this.detail,
      ...data,
    }
  }
}
