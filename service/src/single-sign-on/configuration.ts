import type { IncomingMessage } from 'node:http'
import { interactionPolicy, type Configuration, type KoaContextWithOIDC } from 'oidc-provider'
import type { PlatformConfig } from '../base/config.ts'
import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import { authorizationCookie } from '../base/session.ts'
import { drawSecret } from '../base/secrets.ts'
import { escapeHtml } from '../mail/render.ts'
import { sessionDays } from '../sign-in/sessions.ts'
import { commandLineEnded, letCommandLineIn } from './commandLine.ts'
import { askForUserCode, askToSignOut, confirmUserCode, doorPage, letIn, signedOut } from './doorPages.ts'
import { multiFactor, phishingResistant, provenAtSecond } from './methods.ts'
import { commandLineClient, oidcRecords } from './oidcRecords.ts'
import { restsOn, stillSignedIn, type Given } from './platformSignIns.ts'

export type BrowsersSession = (request: IncomingMessage) => Promise<LiveSession | null>

/** What the authorization server does, in the library's words. What is not listed is not served. */
export function configuration(kit: Kit, browsersSession: BrowsersSession, jwks: readonly object[]): Configuration {
  // These two are for one address each, which the stricter prefix does not allow.
  const secured = kit.publicUrl().startsWith('https:') ? '__Secure-' : ''
  return {
    adapter: oidcRecords(kit.database, {
      given: issued => letCommandLineIn(kit, issued),
      ended: secret => commandLineEnded(kit, secret),
    }),
    jwks: { keys: jwks } as NonNullable<Configuration['jwks']>,
    cookies: {
      keys: kit.secrets.cookieKeys,
      names: {
        session: authorizationCookie(kit.publicUrl()),
        interaction: `${secured}famiglia_oidc_step`,
        resume: `${secured}famiglia_oidc_resume`,
      },
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
      ...kit.platforms.all.flatMap(clientOf),
    ],
    clientAuthMethods: ['client_secret_basic', 'none'],
    responseTypes: ['code'],
    claims: {
      openid: ['sub', 'acr', 'amr', 'auth_time'],
      profile: ['name'],
      email: ['email', 'email_verified'],
      sid: null,
    },
    scopes: ['openid', 'profile', 'email'],
    acrValues: [multiFactor, phishingResistant],
    conformIdTokenClaims: false,
    enabledJWA: { idTokenSigningAlgValues: ['RS256'] },
    // Only addresses from the settings are asked: a platform may well stand in the operator's own network.
    fetch: async (url, options) => fetch(url, { ...options, dispatcher: undefined } as RequestInit),
    // By RFC 9700 for every client: a code that was caught on its way is worth nothing.
    pkce: { required: () => true },
    // A refresh token is as good as the sign-in it rests on; when that ends, it does.
    issueRefreshToken: async (_ctx, client) => client.grantTypeAllowed('refresh_token'),
    expiresWithSession: () => false,
    findAccount: async (_ctx, sub, token) => {
      const person = await stillSignedIn(kit, sub, token as Given | undefined)
      return (
        person && {
          accountId: sub,
          claims: async () => ({ sub, name: person.name, email: person.address, email_verified: true }),
        }
      )
    },
    // Platforms and the command line belong to the service: there is nothing to consent to beyond signing in.
    loadExistingGrant: async ctx => grantAll(kit, browsersSession, ctx),
    interactions: { url: (_ctx, { uid }) => `/oidc/interaction/${uid}`, policy: policyFor(browsersSession) },
    features: {
      devInteractions: { enabled: false },
      pushedAuthorizationRequests: { enabled: false },
      revocation: { enabled: true, allowedPolicy: async (_ctx, client, token) => token.clientId === client.clientId },
      introspection: {
        enabled: true,
        allowedPolicy: async (_ctx, client, token) => {
          const { accountId } = token as { accountId?: string }
          if (token.clientId !== client.clientId || !accountId) return false
          return (await stillSignedIn(kit, accountId, token as Given)) !== undefined
        },
      },
      backchannelLogout: { enabled: true },
      rpInitiatedLogout: {
        enabled: true,
        logoutSource: async (ctx, form) => {
          ctx.body = askToSignOut(form, ctx.oidc.client?.clientName ?? null)
        },
        postLogoutSuccessSource: async ctx => {
          ctx.body = signedOut
        },
      },
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
      RefreshToken: sessionDays.console * 86_400,
      DeviceCode: 600,
      Interaction: 3_600,
      Session: sessionDays.console * 86_400,
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

function clientOf({ key, name, signIn }: PlatformConfig) {
  if (!signIn) return []
  return {
    client_id: key,
    client_name: name,
    // Compared by their hashes; the library only wants one to be there.
    client_secret: drawSecret(),
    grant_types: ['authorization_code', 'refresh_token'],
    response_types: ['code' as const],
    redirect_uris: signIn.redirectUris,
    post_logout_redirect_uris: signIn.postLogoutRedirectUris,
    ...(signIn.backchannelLogoutUri
      ? { backchannel_logout_uri: signIn.backchannelLogoutUri, backchannel_logout_session_required: true }
      : {}),
  }
}

/**
 * Asks for a sign-in whenever the one at the authorization server is not of who is signed in to Famiglia now, or they
 * have proven who they are since.
 */
function policyFor(browsersSession: BrowsersSession) {
  const policy = interactionPolicy.base()
  const login = policy.get('login')!
  login.checks.add(
    new interactionPolicy.Check(
      'signed_in_here',
      'who is signed in to Famiglia decides',
      'login_required',
      async ctx => {
        const live = await browsersSession(ctx.req)
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

/** One grant for each sign-in at each platform; what was revoked with it is not given again. */
async function grantAll(kit: Kit, browsersSession: BrowsersSession, ctx: KoaContextWithOIDC) {
  const { client, provider } = ctx.oidc
  const { clientId } = client!
  const session = ctx.oidc.session! as NonNullable<typeof ctx.oidc.session> & {
    ensureClientContainer(id: string): void
  }
  session.ensureClientContainer(clientId)
  const grant = new provider.Grant({ clientId, accountId: session.accountId! })
  grant.addOIDCScope('openid profile email')
  const id = await grant.save()
  const live = await browsersSession(ctx.req)
  if (live && clientId !== commandLineClient)
    await restsOn(kit, id, { session: live.session, platform: clientId, sid: session.sidFor(clientId)! })
  return grant
}

function sayUserCodeError(error: Error & { userCode?: string }): string {
  if (error.name === 'AbortedError') return 'It was refused; nothing was let in.'
  if (error.name === 'NoCodeError') return 'Enter the code first.'
  return 'That code is not right, was used, or is older than ten minutes. Look at your terminal again.'
}
