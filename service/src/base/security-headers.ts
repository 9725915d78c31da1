import type { IncomingMessage, ServerResponse } from 'node:http'
import helmet from 'helmet'

type Headers = Readonly<Record<string, string>>

/** Nothing of the device is used but passkeys and the clipboard. */
const permissions =
  'camera=(), geolocation=(), microphone=(), payment=(), usb=(), publickey-credentials-get=(self), publickey-credentials-create=(self), clipboard-write=(self)'

const self = ["'self'"]
const policy = {
  defaultSrc: ["'none'"],
  scriptSrc: self,
  styleSrc: self,
  fontSrc: self,
  connectSrc: self,
  imgSrc: ["'self'", 'data:'],
  manifestSrc: self,
  formAction: self,
  baseUri: ["'none'"],
  frameAncestors: ["'none'"],
}

/** What a browser is told of a page. On each of a page's parts, and on decisions, which no browser asks for, it would only weigh. */
const forPagesAlone = [
  'content-security-policy',
  'cross-origin-opener-policy',
  'origin-agent-cluster',
  'referrer-policy',
  'x-dns-prefetch-control',
  'x-download-options',
  'x-frame-options',
  'x-permitted-cross-domain-policies',
  'x-xss-protection',
]

/** The headers by which an answer of a path is kept safe: the same each time, so they are made once. */
export function securityHeaders(overTls: boolean): (path: string) => Headers {
  const all = fromHelmet(overTls)
  const plain = Object.fromEntries(Object.entries(all).filter(([name]) => !forPagesAlone.includes(name)))
  const unstored = { 'cache-control': 'no-store' }
  const ofPages = { ...all, ...unstored, 'permissions-policy': permissions }
  const ofDecisions = { ...plain, ...unstored }
  return path => (path.startsWith('/assets/') ? plain : path.startsWith('/access/') ? ofDecisions : ofPages)
}

function fromHelmet(overTls: boolean): Headers {
  const headers: Record<string, string> = {}
  const kept = {
    setHeader: (name: string, value: string) => (headers[name.toLowerCase()] = value),
    removeHeader: () => undefined,
  }
  const set = helmet({
    contentSecurityPolicy: { useDefaults: false, directives: policy },
    crossOriginEmbedderPolicy: false,
    strictTransportSecurity: overTls ? { maxAge: 365 * 86_400, includeSubDomains: false } : false,
    referrerPolicy: { policy: 'same-origin' },
  })
  set({} as IncomingMessage, kept as unknown as ServerResponse, () => undefined)
  return headers
}
