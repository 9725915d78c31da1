import { setTimeout as sleep } from 'node:timers/promises'
import { createTransport } from 'nodemailer'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import type { Clock } from '../base/clock.ts'
import type { LetterLink } from '../base/letter.ts'
import { putDown, takeInHand, type InHand, type Outcome } from '../base/outbox.ts'
import type { Secrets } from '../base/secrets.ts'
import { traced } from '../base/traces.ts'
import { returnAddress } from './bounces.ts'
import { sealedAddress } from './noReminders.ts'
import { outcomeOf } from './outcome.ts'
import { renderLetter } from './render.ts'

export interface Postman {
  /** Begins to send what is due, unless enough are at it already; it comes back before that is done. */
  look(): Promise<void>
  close(): Promise<void>
}

/** Milliseconds. A server may take ten minutes over a letter (RFC 5321, 4.5.3.2): who gives up earlier sends it twice. */
const patience = { connectionTimeout: 5_000, greetingTimeout: 30_000, socketTimeout: 10 * 60_000 }
const atOnce = 4
/** What a signature covers (RFC 6376, 5.4.1), with what ends reminders (RFC 8058, 4). */
const signedFields =
  'from:reply-to:subject:date:message-id:to:mime-version:content-type:content-transfer-encoding:list-unsubscribe:list-unsubscribe-post'
/** Milliseconds that letters under way have to arrive when the service closes. */
const finishesWithin = 10_000

/**
 * Sends queued letters by SMTP. A letter keeps one Message-ID (RFC 5322) over all tries: should the service be killed
 * after the server took it and before that was written down, the second copy is known as such by the receiving side.
 */
export function openPostman(
  database: DataSource,
  secrets: Secrets,
  clock: Clock,
  log: Logger,
  settings: {
    smtp: string
    from: string
    dkim: { selector: string; key: string } | null | undefined
    bounces: string | null
    publicUrl: () => string
  },
): Postman {
  const domain = /@([\w.-]+)/.exec(settings.from)?.[1] ?? 'famiglia.example'
  const { dkim } = settings
  const transport = createTransport({
    url: settings.smtp,
    pool: true,
    maxConnections: atOnce,
    ...patience,
    ...(dkim
      ? {
          dkim: {
            domainName: domain,
            keySelector: dkim.selector,
            privateKey: dkim.key,
            headerFieldNames: signedFields,
          },
        }
      : {}),
  } as object)
  const rounds = new Set<Promise<void>>()
  let closing = false
  /** Whether a letter came while nobody had a hand free. */
  let isWanted = false

  /** Sends one after the other until none is due, or the server is away. */
  async function round(): Promise<void> {
    while (!closing) {
      const inHand = await takeInHand(database, clock.now())
      if (!inHand) return
      const outcome = await traced('send letter', 'client', () => deliver(inHand))
      await putDown(database, inHand.id, outcome, clock.now())
      if (outcome.is === 'away') return
    }
  }

  async function deliver({ id, letter, tries }: InHand): Promise<Outcome> {
    try {
      const button = letter.button ? urlOf(letter.button.leads) : null
      const noMore = letter.isReminder
        ? `${settings.publicUrl()}/no-reminders/${sealedAddress(secrets, letter.to.address)}`
        : null
      await transport.sendMail({
        ...(settings.bounces
          ? { envelope: { from: returnAddress(secrets, settings.bounces, id), to: letter.to.address } }
          : {}),
        from: settings.from,
        to: letter.to.name ? { name: letter.to.name, address: letter.to.address } : letter.to.address,
        ...(letter.replyTo ? { replyTo: letter.replyTo } : {}),
        subject: letter.subject,
        messageId: `<${id}@${domain}>`,
        // No program answers it (RFC 3834).
        headers: {
          'Auto-Submitted': 'auto-generated',
          // Ended in one click (RFC 8058).
          ...(noMore
            ? { 'List-Unsubscribe': `<${noMore}>`, 'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click' }
            : {}),
        },
        ...renderLetter(letter, { button, noMore }),
      })
      return { is: 'sent' }
    } catch (err) {
      const outcome = outcomeOf(err, tries)
      // Not the whole error: what the server says names the address.
      const { code, responseCode, command } = err as { code?: string; responseCode?: number; command?: string }
      log.warn({ code, responseCode, command, mail: id, tries, outcome: outcome.is }, 'a letter was not taken')
      return outcome
    }
  }

  function urlOf(leads: LetterLink): string {
    if (leads.to === 'page') return settings.publicUrl() + leads.path
    return `${settings.publicUrl()}/${leads.to}#${secrets.linkTo(leads.to, leads)}`
  }

  async function look(): Promise<void> {
    isWanted = rounds.size >= atOnce
    if (closing || isWanted) return
    const begun: Promise<void> = round()
      .catch((err: unknown) => log.warn({ err }, 'letters could not be looked for'))
      .finally(() => {
        rounds.delete(begun)
        if (isWanted) void look()
      })
    rounds.add(begun)
  }

  return {
    look,
    async close() {
      closing = true
      const patient = new AbortController()
      const late = sleep(finishesWithin, undefined, { signal: patient.signal }).catch(() => undefined)
      await Promise.race([Promise.all(rounds), late])
      patient.abort()
      transport.close()
    },
  }
}
