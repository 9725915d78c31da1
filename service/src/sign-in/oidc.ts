import type { IncomingMessage } from 'node:http'
import { Temporal } from '@famiglia/core'
import type { FastifyInstance, FastifyRequest } from 'fastify'
import Provider, { errors, interactionPolicy, type Configuration, type KoaContextWithOIDC } from 'oidc-provider'
import { cookieOf, sessionSecretIn } from './cookieOf.ts'
import type { Kit } from '../base/kit.ts'
import type { Counted } from '../base/limits.ts'
import { authorizationCookie, type SessionReader } from '../base/session.ts'
import { askForUserCode, confirmUserCode, doorPage, letIn } from './doorPages.ts'
import { escapeHtml } from '../mail/render.ts'
import type { LiveSession, ProvenBy } from '../base/live-session.ts'
import { commandLineClient, oidcRecords, type BrowsersProof } from './oidcRecords.ts'
import { beginSession, sessionDays } from './sessions.ts'

/**
 * Platforms and the command line sign people in through Famiglia: OpenID Connect, and device authorization (RFC 8628),
 * by a certified library. Who is signed in here decides it; a browser where somebody else has signed in since is
 * asked again, and never passes on the one before.
 */
export async function oidcRoutes(
  app: FastifyInstance,
  kit: Kit,
  sessions: SessionReader,
  jwks: { keys: object[] },
): Promise<void> {
  const issuer = `${kit.publicUrl()}/oidc`
  const provider = new Provider(issuer, configuration(kit, sessions, jwks))
  // What stands in a request about host and protocol is written anew by `asPublic` before the library reads it.
  provider.proxy = true
  provider.on('server_error', (_ctx, error) => app.log.error({ err: error }, 'the authorization server failed'))
  const callback = provider.callback()

  await app.register(async scope => {
    scope.removeAllContentTypeParsers()
    scope.addContentTypeParser('*', (_request, _payload, done) => done(null))

    scope.get<{ Params: { uid: string } }>(
      '/oidc/interaction/:uid',
      { schema: { hide: true } as object },
      async (request, reply) => {
        const live = await browsersSession(sessions, request.raw)
        if (!live) return reply.redirect(`/sign-in?next=${encodeURIComponent(request.url)}`)
        reply.hijack()
        asPublic(request.raw, issuer)
        try {
          await provider.interactionFinished(
            request.raw,
            reply.raw,
            { login: { accountId: live.person, ts: provenAtSecond(live), amr: methodsOf(live), remember: true } },
            { mergeWithLastSubmission: false },
          )
        } catch (error) {
          if (!(error instanceof errors.SessionNotFound)) throw error
          reply.raw.writeHead(302, { location: '/my-access' }).end()
        }
      },
    )

    scope.all('/oidc/*', { schema: { hide: true } as object }, async (request, reply) => {
      const counted = await countTry(kit, request)
      if (await isForgedForm(provider, request.raw))
        return reply
          .code(400)
          .type('text/html')
          .send(doorPage('That did not work', `<p>${beginAnew}</p>`))
      if (counted)
        reply.raw.once('finish', () => void (reply.raw.statusCode < 400 && counted.right().catch(() => undefined)))
      for (const [name, value] of Object.entries(reply.getHeaders())) reply.raw.setHeader(name, value!)
      reply.hijack()
      const raw = request.raw as typeof request.raw & { originalUrl?: string }
      asPublic(raw, issuer)
      raw.originalUrl = raw.url ?? ''
      raw.url = (raw.url ?? '').slice('/oidc'.length)
      await callback(raw, reply.raw)
    })
  })
}

const userCodes = { name: 'user code', most: 20, seconds: 300 }
const clientSecrets = { name: 'client secret', most: 50, seconds: 300 }

/** Codes from a terminal and secrets of platforms are counted before they are compared; right ones are given back. */
async function countTry(kit: Kit, { method, url, headers, ip }: FastifyRequest): Promise<Counted | null> {
  if (method !== 'POST') return null
  if (url.startsWith('/oidc/device') && !url.startsWith('/oidc/device/auth')) return kit.limits.count([userCodes, ip])
  return headers.authorization ? kit.limits.count([clientSecrets, ip]) : null
}

const beginAnew =
  'This form was not opened in this browser, or too long ago. Open the address from your terminal again.'

/** A form of the door for the command line that comes without the cookie it was opened with: the library fails on it. */
async function isForgedForm(provider: Provider, request: IncomingMessage): Promise<boolean> {
  if (request.method !== 'POST' || request.url !== '/oidc/device') return false
  const openedWith = cookieOf(request, authorizationCookie)
  return !openedWith || !(await provider.Session.find(openedWith))
}

/**
 * The library makes its addresses and decides about its cookies by the request's host and protocol: these are those the
 * service is known by, whatever a proxy in between or the request itself says.
 */
function asPublic(request: IncomingMessage, issuer: string): void {
  const { host, protocol } = new URL(issuer)
  const told = { host, 'x-forwarded-host': host, 'x-forwarded-proto': protocol.slice(0, -1) }
  Object.assign(request.headers, told)
  delete request.headers['x-forwarded-for']
}

function configuration(kit: Kit, sessions: SessionReader, jwks: { keys: object[] }): Configuration {
  return {
    adapter: oidcRecords(kit.database, async issued => letCommandLineIn(kit, issued)),
    jwks: jwks as NonNullable<Configuration['jwks']>,
    cookies: {
      keys: kit.secrets.cookieKeys,
      names: { session: authorizationCookie, interaction: 'famiglia_oidc_step', resume: 'famiglia_oidc_resume' },
    },
    clients: [
      {
        client_id: commandLineClient,
        client_name: 'the command line',
        token_endpoint_auth_method: 'none',
        grant_types: ['urn:ietf:params:oauth:grant-type:device_code'],
        response_types: [],
        redirect_uris: [],
        application_type: 'native',
      },
      ...kit.config.FAMIGLIA_PLATFORMS.map(platform => ({
        client_id: platform.key,
        client_name: platform.name,
        client_secret: platform.secret,
        grant_types: ['authorization_code'],
        response_types: ['code' as const],
        redirect_uris: [`${platform.url}/sign-in/callback`],
      })),
    ],
    claims: { openid: ['sub'], profile: ['name'], email: ['email', 'email_verified'] },
    scopes: ['openid', 'profile', 'email'],
    conformIdTokenClaims: false,
    // By RFC 9700 for every client: a code that was caught on its way is worth nothing.
    pkce: { required: () => true },
    findAccount: async (_ctx, sub) => {
      const [person] = (await kit.database.query(
        'SELECT person.name, main.address FROM person JOIN person_address main ON main.person_id = person.id AND main.main WHERE person.id = $1 AND person.paused_at IS NULL',
        [sub],
      )) as { name: string; address: string }[]
      return (
        person && {
          accountId: sub,
          claims: async () => ({ sub, name: person.name, email: person.address, email_verified: true }),
        }
      )
    },
    // Platforms and the command line belong to the service: there is nothing to consent to beyond signing in.
    loadExistingGrant: async ctx => grantAll(ctx),
    interactions: { url: (_ctx, interaction) => `/oidc/interaction/${interaction.uid}`, policy: policyFor(sessions) },
    features: {
      devInteractions: { enabled: false },
      deviceFlow: {
        enabled: true,
        charset: 'base-20',
        mask: '****-****',
        userCodeInputSource: async (ctx, form, _out, error) => {
          ctx.body = askForUserCode(form, error ? sayUserCodeError(error) : null)
        },
        userCodeConfirmSource: async (ctx, form, _client, _device, userCode) => {
          ctx.body = confirmUserCode(form, userCode)
        },
        successSource: async ctx => {
          ctx.body = letIn
        },
      },
    },
    ttl: {
      AccessToken: (_ctx, _token, client) =>
        client.clientId === commandLineClient ? sessionDays['command-line'] * 86_400 : 3_600,
      DeviceCode: 600,
      Interaction: 3_600,
      Session: 86_400,
      Grant: sessionDays['command-line'] * 86_400,
      AuthorizationCode: 60,
      IdToken: 3_600,
    },
    renderError: async (ctx, out) => {
      ctx.type = 'html'
      ctx.body = doorPage('That did not work', `<p>${escapeHtml(out.error_description ?? out.error)}</p>`)
    },
  }
}

/**
 * Asks for a sign-in whenever the one at the authorization server is not of who is signed in to Famiglia now, or they
 * have proven who they are since.
 */
function policyFor(sessions: SessionReader) {
  const policy = interactionPolicy.base()
  const login = policy.get('login')!
  login.checks.add(
    new interactionPolicy.Check(
      'signed_in_here',
      'who is signed in to Famiglia decides',
      'login_required',
      async ctx => {
        const live = await browsersSession(sessions, ctx.req)
        const known = ctx.oidc.session
        return live !== null && live.person === known?.accountId && provenAtSecond(live) === known.loginTs
          ? interactionPolicy.Check.NO_NEED_TO_PROMPT
          : interactionPolicy.Check.REQUEST_PROMPT
      },
    ),
  )
  policy.remove('consent')
  return policy
}

/** Who is signed in to the console in this browser: a token or the command line's sign-in does not open further doors. */
async function browsersSession(sessions: SessionReader, request: IncomingMessage): Promise<LiveSession | null> {
  const live = await sessions.find(sessionSecretIn(request))
  return live?.kind === 'console' ? live : null
}

const provenAtSecond = ({ provenAt }: LiveSession) => Math.floor((provenAt?.epochMilliseconds ?? 0) / 1000)

/** How each proof is named by RFC 8176. */
const methods: Readonly<Record<ProvenBy, readonly string[]>> = {
  password: ['pwd'],
  'password and code': ['pwd', 'otp', 'mfa'],
  'password and recovery code': ['pwd', 'mfa'],
  code: ['otp', 'mfa'],
  passkey: ['hwk', 'user', 'mfa'],
}
const methodsOf = ({ provenBy }: LiveSession) => [...(provenBy ? methods[provenBy] : [])]
const proofNamed = (named: readonly string[]) =>
  (Object.keys(methods) as ProvenBy[]).find(proof => methods[proof].join() === named.join()) ?? null

async function grantAll(ctx: KoaContextWithOIDC) {
  const { client, session, provider } = ctx.oidc
  const grant = new provider.Grant({ clientId: client!.clientId, accountId: session!.accountId! })
  grant.addOIDCScope('openid profile email')
  await grant.save()
  return grant
}

async function letCommandLineIn(
  kit: Kit,
  {
    secret,
    person,
    proof,
    expiresIn,
  }: { secret: string; person: string; proof: BrowsersProof | null; expiresIn: number },
): Promise<void> {
  const [named] = (await kit.database.query('SELECT name FROM person WHERE id = $1', [person])) as { name: string }[]
  await kit.change(null, async change => {
    const provenBy = proof && proofNamed(proof.methods)
    await beginSession(
      change.manager,
      {
        person,
        kind: 'command-line',
        name: 'command line',
        provenAt: provenBy ? Temporal.Instant.fromEpochMilliseconds(proof.at * 1000) : null,
        provenBy,
        expiresAt: change.now.add({ seconds: expiresIn }),
        secret,
      },
      change.now,
    )
    change.record({
      chain: person,
      what: 'sign-in.begun',
      sentence: `${named?.name ?? 'Somebody'} signed in at the command line.`,
      by: { id: person, name: named?.name ?? '' },
    })
  })
}

function sayUserCodeError(error: Error & { userCode?: string }): string {
  if (error.name === 'AbortedError') return 'It was refused; nothing was let in.'
  if (error.name === 'NoCodeError') return 'Enter the code first.'
  return 'That code is not right, was used, or is older than ten minutes. Look at your terminal again.'
}
