import {
  createCipheriv,
  createDecipheriv,
  createHash,
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

/** Everything keyed with the service's secret. Links are worked out, not stored: whoever reads the records cannot follow one. */
export class Secrets {
  private readonly linkKey: Buffer
  private readonly sealKey: Buffer
  readonly cookieKey: string

  constructor(secret: string) {
    this.linkKey = derive(secret, 'links')
    this.sealKey = derive(secret, 'seal')
    this.cookieKey = derive(secret, 'cookies').toString('base64url')
  }

  /** A link's secret part: which thing, which sending, and a MAC that only this service can make. */
  linkTo(use: LinkUse, target: LinkTarget): string {
    const body = linkBody(target)
    return Buffer.concat([body, this.linkMac(use, body)]).toString('base64url')
  }

  /** Reads a link back, or null when it was not made here for this use. */
  readLink(use: LinkUse, link: string): LinkTarget | null {
    const bytes = Buffer.from(link, 'base64url')
    if (bytes.length !== 34 || bytes.toString('base64url') !== link) return null
    const body = bytes.subarray(0, 18)
    if (!timingSafeEqual(bytes.subarray(18), this.linkMac(use, body))) return null
    const hex = body.subarray(0, 16).toString('hex')
    return { id: hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5'), generation: body.readUInt16BE(16) }
  }

  /** Seals what must be readable again, with AES-256-GCM. */
  seal(plain: string): string {
    const nonce = randomBytes(12)
    const cipher = createCipheriv('aes-256-gcm', this.sealKey, nonce)
    const sealed = Buffer.concat([cipher.update(plain, 'utf8'), cipher.final()])
    return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString('base64')
  }

  unseal(sealed: string): string {
    const bytes = Buffer.from(sealed, 'base64')
    const decipher = createDecipheriv('aes-256-gcm', this.sealKey, bytes.subarray(0, 12))
    decipher.setAuthTag(bytes.subarray(12, 28))
    return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8')
  }

  /** A keyed hash, for what people type: without the service's secret it cannot be guessed from the records. */
  mac(use: string, text: string): string {
    return createHmac('sha256', this.linkKey).update(`${use}\0${text}`).digest('hex')
  }

  private linkMac(use: LinkUse, body: Buffer): Buffer {
    return createHmac('sha256', this.linkKey).update(use).update(body).digest().subarray(0, 16)
  }
}

/** SHA-256, for secrets drawn at random: those are too many to guess, so that a slow hash would add nothing. */
export function hashOf(secret: string): string {
  return createHash('sha256').update(secret).digest('hex')
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
