import type { Outcome } from '../base/outbox.ts'

/** What Nodemailer tells of a letter that was not taken. */
interface SmtpError {
  readonly code?: string
  /** The reply code of RFC 5321. */
  readonly responseCode?: number
  readonly response?: string
  /** What the server had been asked: `CONN`, `MAIL FROM`, `RCPT TO`, `DATA` … */
  readonly command?: string
}

const hour = 3_600

/**
 * Reads what a failed try means. A mailbox that is refused for good (5yz to the recipient or the letter itself) comes back; so
 * does no letter because the server is away, does not know who sends, or asks for patience.
 */
export function outcomeOf(error: unknown, tries: number): Outcome {
  const { code, responseCode = 0, response = '', command = 'CONN' } = (error ?? {}) as SmtpError
  const isAboutLetter = command === 'RCPT TO' || command === 'DATA'
  if (isAboutLetter && responseCode >= 500) return { is: 'refused', why: sayRefusal(response) }
  if (responseCode === 421 || code === 'EAUTH' || command === 'CONN' || command === 'MAIL FROM') return { is: 'away' }
  // One that never gets through must not stand in the way of all others.
  return { is: 'later', seconds: Math.min(hour, 60 * 2 ** Math.min(tries, 10)) }
}

/** In words that who sent it reads: what is wrong with the address, as far as the server told. */
export function sayRefusal(response: string): string {
  // Enhanced status codes (RFC 3463).
  const [, status = ''] = /\b5\.(\d{1,3}\.\d{1,3})\b/.exec(response) ?? []
  if (/^1\.[1-4]$/.test(status) || /no such|unknown|not exist|invalid recipient/i.test(response))
    return 'there is no such mailbox'
  if (status === '2.1') return 'the mailbox is closed'
  if (status === '2.2' || /\b552\b/.test(response)) return 'the mailbox is full'
  if (/^7\./.test(status) || /spam|blocked|policy/i.test(response))
    return 'the mail server there does not take letters from here'
  return 'the mail server there refused it'
}
