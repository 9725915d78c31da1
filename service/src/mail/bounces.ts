import { timingSafeEqual } from 'node:crypto'
import PostalMime from 'postal-mime'
import { SMTPServer } from 'smtp-server'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import type { Clock } from '../base/clock.ts'
import type { Config } from '../base/config.ts'
import { noteReturned } from '../base/outbox.ts'
import type { Secrets } from '../base/secrets.ts'
import { sayRefusal } from './outcome.ts'

/** Bytes of a report; it may hold the letter that came back. */
const largest = 1_000_000
const atOnce = 20
/** Milliseconds without a word. */
const patience = 30_000
/** Milliseconds that what is coming in has when the service closes. */
const finishesWithin = 2_000
/** Hexadecimal digits of the proof that an address was made here. */
const proofDigits = 16

/** Where a letter goes back to, for it alone: only who was sent one knows the address, and none can be made up. */
export function returnAddress(secrets: Secrets, bounces: string, letter: string): string {
  const [local, domain] = bounces.split('@') as [string, string]
  return `${local}+${letter.replaceAll('-', '')}-${secrets.mac('bounce', letter).slice(0, proofDigits)}@${domain}`
}

/** Which letter was sent from such an address; null where it was not made here. */
function letterOf(secrets: Secrets, address: string): string | null {
  const [, hex, proof] = /\+([0-9a-f]{32})-([0-9a-f]{16})@/.exec(address.toLowerCase()) ?? []
  if (!hex) return null
  const letter = hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5')
  const isOurs = secrets
    .macs('bounce', letter)
    .some(mac => timingSafeEqual(Buffer.from(mac.slice(0, proofDigits)), Buffer.from(proof!)))
  return isOurs ? letter : null
}

/**
 * A small SMTP door (RFC 5321) for letters that come back after they had left: it takes mail to return addresses alone, reads
 * delivery reports (RFC 3464), and notes what they say, so that who sent the letter is told. All other mail is refused, or
 * taken and forgotten.
 */
export async function openBounceDoor(
  { host, port }: { readonly host: string; readonly port: number },
  { database, secrets, clock, log }: { database: DataSource; secrets: Secrets; clock: Clock; log: Logger },
): Promise<{ close(): Promise<void> }> {
  const refused = (text: string) => Object.assign(new Error(text), { responseCode: 550 })
  const door = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    size: largest,
    maxClients: atOnce,
    socketTimeout: patience,
    closeTimeout: finishesWithin,
    onRcptTo: ({ address }, _session, done) =>
      done(letterOf(secrets, address) ? null : refused('5.1.1 Only letters that were sent from here come back here')),
    onData: (stream, session, done) => {
      const read: Buffer[] = []
      stream.on('data', (part: Buffer) => stream.sizeExceeded || read.push(part))
      stream.once('end', () => {
        if (stream.sizeExceeded) return done(refused('5.3.4 That is larger than a report is'))
        const letters = session.envelope.rcptTo.map(({ address }) => letterOf(secrets, address))
        takeIn(Buffer.concat(read), new Set(letters.filter(letter => letter !== null))).then(
          () => done(),
          (err: unknown) => {
            log.warn({ err }, 'a report could not be taken in')
            done(Object.assign(new Error('4.3.0 Not now, try again'), { responseCode: 451 }))
          },
        )
      })
    },
  })

  async function takeIn(message: Buffer, letters: ReadonlySet<string>): Promise<void> {
    const why = await readReport(message)
    if (why === null) return
    for (const letter of letters)
      if (await noteReturned(database, letter, why, clock.now()))
        log.warn({ mail: letter, outcome: 'returned' }, 'a letter came back')
  }

  await new Promise<void>((ready, fail) => {
    door.once('error', fail)
    door.listen(port, host, () => ready())
  })
  // Who hangs up in the middle concerns nobody.
  door.on('error', (err: Error) => log.debug({ err }, 'somebody left the door for reports'))
  return { close: () => new Promise(done => door.close(() => done())) }
}

/** Why a letter was not delivered, as a delivery report (RFC 3464) tells; null where it tells no failure, or is none. */
async function readReport(message: Uint8Array): Promise<string | null> {
  const { attachments } = await PostalMime.parse(message)
  const status = attachments.find(({ mimeType }) => mimeType === 'message/delivery-status')
  if (!status) return null
  const text =
    typeof status.content === 'string' ? status.content : Buffer.from(status.content as Uint8Array).toString()
  // Groups of fields with an empty line between, each field perhaps folded over several lines.
  const groups = text
    .replace(/\r\n/g, '\n')
    .replace(/\n[ \t]+/g, ' ')
    .split(/\n\n+/)
  const field = (group: string, name: string) => new RegExp(`^${name}:[ \t]*(.*)$`, 'im').exec(group)?.[1]?.trim() ?? ''
  const failed = groups.find(group => field(group, 'Action').toLowerCase() === 'failed')
  if (!failed) return null
  const number = field(failed, 'Status')
  if (number.startsWith('4')) return 'the mail server there did not take it in time'
  return sayRefusal(`${number} ${field(failed, 'Diagnostic-Code')}`)
}

/** Where the door listens, as `FAMIGLIA_BOUNCES` says; null without one. */
export function doorOf({ FAMIGLIA_BOUNCES: bounces }: Config): { host: string; port: number } | null {
  const [, host, port] = /^(.*):(\d+)$/.exec(bounces?.listen ?? '') ?? []
  return host ? { host: host.replace(/^\[|\]$/g, ''), port: Number(port) } : null
}
