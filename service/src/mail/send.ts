import { createTransport } from 'nodemailer'
import type { DataSource } from 'typeorm'
import type { Clock } from '../base/clock.ts'
import type { Secrets } from '../base/secrets.ts'
import type { LetterLink } from '../base/letter.ts'
import { sendUnsent } from '../base/outbox.ts'
import { renderLetter } from './render.ts'

export interface Postman {
  send(mail: { mail: string }): Promise<void>
  close(): void
}

/** Milliseconds: together less than the time after which background work counts as cut off. */
const patience = { connectionTimeout: 5_000, greetingTimeout: 5_000, socketTimeout: 8_000 }

/**
 * Sends queued letters by SMTP. A letter keeps one Message-ID (RFC 5322) over all tries: should the service be killed
 * after the server took it and before that was written down, the second copy is known as such by the receiving side.
 */
export function openPostman(
  database: DataSource,
  secrets: Secrets,
  clock: Clock,
  settings: { smtp: string; from: string; publicUrl: () => string },
): Postman {
  const transport = createTransport({ url: settings.smtp, pool: true, maxConnections: 2, ...patience } as object)
  return {
    async send({ mail }) {
      const now = () => clock.now()
      await sendUnsent(database, mail, now, async letter => {
        const url = letter.button ? urlOf(letter.button.leads) : null
        await transport.sendMail({
          from: settings.from,
          to: letter.to.name ? { name: letter.to.name, address: letter.to.address } : letter.to.address,
          subject: letter.subject,
          messageId: `<${mail}@famiglia.example>`,
          ...renderLetter(letter, url),
        })
      })
    },
    close: () => transport.close(),
  }

  function urlOf(leads: LetterLink): string {
    if (leads.to === 'page') return settings.publicUrl() + leads.path
    return `${settings.publicUrl()}/${leads.to}#${secrets.linkTo(leads.to, leads)}`
  }
}
