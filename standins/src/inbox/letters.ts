import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import type { ParsedMail } from 'mailparser'

export interface ReceivedLetter {
  readonly id: string
  readonly messageId: string
  readonly to: string
  readonly from: string
  /** Where an answer goes; empty where to who sent it. */
  readonly replyTo: string
  /** Where the letter itself goes back to where it cannot be delivered. */
  readonly returnPath: string
  readonly subject: string
  /** The domain that it says it is signed for (DKIM, RFC 6376), with the selector; empty where it is not. */
  readonly signedFor: string
  /** What ends letters of its kind in one click (RFC 8058); empty where nothing does. */
  readonly unsubscribe: string
  readonly text: string
  readonly html: string
  /** Addresses of web pages in the text. */
  readonly links: readonly string[]
  readonly at: string
}

/** Letters as they arrived. One that comes twice under one Message-ID is kept once, as mail servers do. */
export class Letters {
  private all: ReceivedLetter[]

  constructor(private readonly file: string | null) {
    this.all = file && existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as ReceivedLetter[]) : []
  }

  receive(mail: ParsedMail, returnPath = ''): void {
    const messageId = mail.messageId ?? `none-${this.all.length}`
    const to = [mail.to ?? []].flat().flatMap(list => list.value.map(one => one.address?.toLowerCase() ?? ''))
    if (this.all.some(letter => letter.messageId === messageId)) return
    const text = mail.text ?? ''
    this.all.push({
      id: String(this.all.length + 1),
      messageId,
      to: to.join(', '),
      from: mail.from?.text ?? '',
      replyTo: mail.replyTo?.text ?? '',
      returnPath,
      subject: mail.subject ?? '',
      signedFor: signedFor(mail),
      unsubscribe: unsubscribeOf(mail),
      text,
      html: mail.html || '',
      links: text.match(/https?:\/\/\S+/g) ?? [],
      at: new Date().toISOString(),
    })
    if (this.file) writeFileSync(this.file, JSON.stringify(this.all))
  }

  /** Newest first; of one addressee, if one is named. */
  list(to?: string): ReceivedLetter[] {
    return this.all.filter(letter => !to || letter.to.includes(to.toLowerCase())).reverse()
  }

  find(id: string): ReceivedLetter | null {
    return this.all.find(letter => letter.id === id) ?? null
  }
}

function signedFor(mail: ParsedMail): string {
  const { params } = (mail.headers.get('dkim-signature') ?? {}) as { params?: { d?: string; s?: string } }
  return params?.d ? `${params.s}._domainkey.${params.d}` : ''
}

function unsubscribeOf(mail: ParsedMail): string {
  const list = mail.headers.get('list') as
    { unsubscribe?: { url?: string }; 'unsubscribe-post'?: { name?: string } } | undefined
  return list?.['unsubscribe-post'] ? (list.unsubscribe?.url ?? '') : ''
}
