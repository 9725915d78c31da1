import { setTimeout as sleep } from 'node:timers/promises'
import fastify from 'fastify'
import { simpleParser } from 'mailparser'
import { createTransport } from 'nodemailer'
import { SMTPServer } from 'smtp-server'
import { html, page } from '../html.ts'
import { Letters, type ReceivedLetter } from './letters.ts'

export interface Inbox {
  /** The page where letters are read; `/letters?to=` gives them as JSON. */
  readonly url: string
  readonly smtpUrl: string
  readonly letters: Letters
  readonly server: MailServer
  close(): Promise<void>
}

/** How the mail server behaves: as others do, on good days and bad ones. */
export interface MailServer {
  /** Whether it turns everybody away for now. */
  isAway: boolean
  /** Milliseconds it takes over each letter. */
  slow: number
  /** How many letters it took, each copy counted. */
  taken: number
}

export interface InboxOptions {
  readonly port: number
  readonly smtpPort: number
  /** Where letters are kept over restarts; null keeps them in memory. */
  readonly file: string | null
  /** Where it gives back what it took and could not deliver: a mail server, as smtp://host:port; null gives nothing back. */
  readonly reportsTo: string | null
}

const reply = (responseCode: number, text: string) => Object.assign(new Error(text), { responseCode })

const accent = '#3b4a5e'

/**
 * Takes every letter by SMTP, whoever it is to but nobody@…, and shows it; later@… it takes at the second try, and from gone@… it
 * gives them back. Nothing is passed on.
 */
export async function startInbox({ port, smtpPort, file, reportsTo }: InboxOptions): Promise<Inbox> {
  const letters = new Letters(file)
  const server: MailServer = { isAway: false, slow: 0, taken: 0 }
  const away = () => (server.isAway ? reply(421, '4.3.2 Try again later') : null)
  const askedForPatience = new Set<string>()
  const smtp = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    onConnect: (_session, done) => done(away()),
    onMailFrom: (_address, _session, done) => done(away()),
    onRcptTo: ({ address }, _session, done) => {
      if (address.startsWith('nobody@')) return done(reply(550, '5.1.1 No such mailbox here'))
      const isFirst = !askedForPatience.has(address)
      askedForPatience.add(address)
      return isFirst && address.startsWith('later@') ? done(reply(451, '4.7.1 Not known yet, try again')) : done()
    },
    onData: (stream, { envelope }, done) => {
      simpleParser(stream)
        .then(async mail => {
          await sleep(server.slow)
          server.taken++
          const gone = envelope.rcptTo.find(({ address }) => address.startsWith('gone@'))
          if (!gone) letters.receive(mail, envelope.mailFrom ? envelope.mailFrom.address : '')
          done()
          if (gone && envelope.mailFrom && reportsTo) await giveBack(reportsTo, envelope.mailFrom.address, gone.address)
        })
        .catch((error: Error) => done(error))
    },
  })
  await new Promise<void>((ready, fail) => {
    smtp.once('error', fail)
    smtp.listen(smtpPort, '127.0.0.1', () => ready())
  })
  const app = fastify({ forceCloseConnections: true })
  app.get<{ Querystring: { to?: string } }>('/letters', async request => ({ items: letters.list(request.query.to) }))
  app.get('/', async (_request, reply) => reply.type('text/html').send(listPage(letters.list())))
  app.get<{ Params: { id: string } }>('/letters/:id', async (request, reply) => {
    const letter = letters.find(request.params.id)
    return letter ? reply.type('text/html').send(letterPage(letter)) : reply.code(404).send({ error: 'no such letter' })
  })
  const url = await app.listen({ host: '127.0.0.1', port })
  return {
    url,
    smtpUrl: `smtp://127.0.0.1:${smtpPort}`,
    letters,
    server,
    close: async () => {
      await app.close()
      await new Promise<void>(closed => smtp.close(() => closed()))
    },
  }
}

const head = html`<b>Inbox</b><span>a stand-in: every letter arrives here, whoever it is to</span>`

function listPage(letters: ReceivedLetter[]): string {
  const rows = letters.map(
    letter =>
      html`<tr>
        <td>${letter.to}</td>
        <td><a href="/letters/${letter.id}">${letter.subject}</a></td>
        <td>${letter.at.slice(0, 16).replace('T', ' ')}</td>
      </tr>`,
  )
  const body =
    rows.length > 0
      ? html`<table>
          <tr>
            <th>To</th>
            <th>Subject</th>
            <th>Arrived (UTC)</th>
          </tr>
          ${rows}
        </table>`
      : html`<p>No letter has arrived yet.</p>`
  return page('Inbox', accent, head, body)
}

function letterPage(letter: ReceivedLetter): string {
  const links = letter.links.map(link => html`<li><a href="${link}">${link}</a></li>`)
  return page(
    letter.subject,
    accent,
    head,
    html`<p><a href="/">All letters</a></p>
      <h1>${letter.subject}</h1>
      <dl>
        <dt>From</dt>
        <dd>${letter.from}</dd>
        <dt>To</dt>
        <dd>${letter.to}</dd>
        <dt>An answer goes to</dt>
        <dd>${letter.replyTo || letter.from}</dd>
      </dl>
      <ul>
        ${links}
      </ul>
      <iframe
        sandbox="allow-top-navigation-by-user-activation allow-popups"
        title="The letter"
        srcdoc="${letter.html.replace('<head>', '<head><base target="_top">')}"
      ></iframe>
      <h2>As plain text</h2>
      <pre>${letter.text}</pre>`,
  )
}

/** A delivery report (RFC 3464), as a mail server sends that finds too late that it cannot deliver. */
async function giveBack(reportsTo: string, to: string, recipient: string): Promise<void> {
  const transport = createTransport({ url: reportsTo } as object)
  const status = `Reporting-MTA: dns; mail.inbox.example\r\n\r\nFinal-Recipient: rfc822; ${recipient}\r\nAction: failed\r\nStatus: 5.2.1\r\nDiagnostic-Code: smtp; 550 5.2.1\r\n  Mailbox closed\r\n`
  const raw = [
    'From: Mail server <postmaster@inbox.example>',
    `To: ${to}`,
    'Subject: A letter could not be delivered',
    'MIME-Version: 1.0',
    'Content-Type: multipart/report; report-type=delivery-status; boundary=part',
    '',
    '--part',
    'Content-Type: text/plain',
    '',
    'The mailbox is closed.',
    '--part',
    'Content-Type: message/delivery-status',
    '',
    status,
    '--part--',
    '',
  ].join('\r\n')
  try {
    await transport.sendMail({ envelope: { from: '', to }, raw })
  } finally {
    transport.close()
  }
}
