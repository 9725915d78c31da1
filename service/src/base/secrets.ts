import {
  createCipheriv,
  createDecipheriv,
  hash,
  createHmac,
  hkdfSync,
  randomBytes,
  randomInt,
  timingSafeEqual,
} from 'node:crypto'

/** What a secret link is for; a link of one use is void for another. */
export type LinkUse = 'invitation' | 'pass-on' | 'opening' | 'new-password' | 'address'

export interface LinkTarget {
  readonly id: string
  /** Counts the times a link was sent for the same thing; only the last one is good. */
  readonly generation: number
}

/** The keys that one secret of the service gives. */
interface Keys {
  readonly link: Buffer
  readonly seal: Buffer
  readonly cookie: string
}

/**
 * Everything keyed with the service's secret. Links are worked out, not stored: whoever reads the records cannot follow one.
 * What is made is made with the newest secret; what was made with an earlier one is still read.
 */
export class Secrets {
  private readonly all: readonly Keys[]
  private readonly newest: Keys

  /** The newest first. */
  constructor(...secrets: readonly [string, ...string[]]) {
    this.newest = keysOf(secrets[0])
    this.all = [this.newest, ...secrets.slice(1).map(keysOf)]
  }

  /** What cookies are signed with, the newest first. */
  get cookieKeys(): string[] {
    return this.all.map(({ cookie }) => cookie)
  }

  /** Whether there are earlier secrets, so that something may be sealed with one of them. */
  get hasEarlier(): boolean {
    return this.all.length > 1
  }

  /** A link's secret part: which thing, which sending, and a MAC that only this service can make. */
  linkTo(use: LinkUse, target: LinkTarget): string {
    const body = linkBody(target)
    return Buffer.concat([body, linkMac(this.newest, use, body)]).toString('base64url')
  }

  /** Reads a link back, or null when it was not made here for this use. */
  readLink(use: LinkUse, link: string): LinkTarget | null {
    const bytes = Buffer.from(link, 'base64url')
    if (bytes.length !== 34 || bytes.toString('base64url') !== link) return null
    const body = bytes.subarray(0, 18)
    if (!this.all.some(keys => timingSafeEqual(bytes.subarray(18), linkMac(keys, use, body)))) return null
    const hex = body.subarray(0, 16).toString('hex')
    return { id: hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5'), generation: body.readUInt16BE(16) }
  }

  /** Seals what must be readable again, with AES-256-GCM. */
  seal(plain: string): string {
    const nonce = randomBytes(12)
    const cipher = createCipheriv('aes-256-gcm', this.newest.seal, nonce)
    const sealed = Buffer.concat([cipher.update(plain, 'utf8'), cipher.final()])
    return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString('base64')
  }

  unseal(sealed: string): string {
    for (const keys of this.all) {
      const plain = unsealWith(keys, sealed)
      if (plain !== null) return plain
    }
    throw new Error('What is sealed was sealed with a secret that is not set any more.')
  }

  /** The same sealed with the newest secret; null where it is already. */
  resealed(sealed: string): string | null {
    return unsealWith(this.newest, sealed) === null ? this.seal(this.unseal(sealed)) : null
  }

  /** A keyed hash, for what people type: without the service's secret it cannot be guessed from the records. */
  mac(use: string, text: string): string {
    return macWith(this.newest, use, text)
  }

  /** As it may have been kept: with the newest secret, and with each earlier one. */
  macs(use: string, text: string): string[] {
    return this.all.map(keys => macWith(keys, use, text))
  }
}

function keysOf(secret: string): Keys {
  return {
    link: derive(secret, 'links'),
    seal: derive(secret, 'seal'),
    cookie: derive(secret, 'cookies').toString('base64url'),
  }
}

function linkMac({ link }: Keys, use: LinkUse, body: Buffer): Buffer {
  return createHmac('sha256', link).update(use).update(body).digest().subarray(0, 16)
}

function macWith({ link }: Keys, use: string, text: string): string {
  return createHmac('sha256', link).update(`${use}\0${text}`).digest('hex')
}

function unsealWith({ seal }: Keys, sealed: string): string | null {
  const bytes = Buffer.from(sealed, 'base64')
  const decipher = createDecipheriv('aes-256-gcm', seal, bytes.subarray(0, 12))
  try {
    decipher.setAuthTag(bytes.subarray(12, 28))
    return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8')
  } catch {
    return null
  }
}

/** SHA-256, for secrets drawn at random: those are too many to guess, so that a slow hash would add nothing. */
export function hashOf(secret: string): string {
  return hash('sha256', secret, 'hex')
}

export function drawSecret(prefix = ''): string {
  return prefix + randomBytes(32).toString('base64url')
}

export const drawDigits = (): number => randomInt(0, 100_000_000)

function linkBody({ id, generation }: LinkTarget): Buffer {
  const body = Buffer.alloc(18)
  body.write(id.replaceAll('-', ''), 'hex')
  body.writeUInt16BE(generation, 16)
  return body
}

function derive(secret: string, purpose: string): Buffer {
  return Buffer.from(hkdfSync('sha256', secret, 'famiglia', purpose, 32))
}
