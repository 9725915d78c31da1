import type { KoaContextWithOIDC, Provider } from 'oidc-provider'
import type { Kit } from '../base/kit.ts'
import { sessionCookie } from '../base/session.ts'
import { endSession } from '../sign-in/tokens.ts'
import type { BrowsersSession } from './configuration.ts'
import { toldAlready } from './platformSignIns.ts'

/**
 * Who signs out at the authorization server signs out of Famiglia itself: else the next platform would let them in again.
 * Only of the sign-in that was asked about; a page elsewhere cannot do it for somebody.
 */
export function signOutHere(provider: Provider, kit: Kit, browsersSession: BrowsersSession): void {
  const end = endSession(kit)
  provider.on('backchannel.success', (ctx, _client, _person, sid) => void toldIn(ctx).push(sid))
  provider.use(async (ctx: KoaContextWithOIDC, next) => {
    await next()
    if (ctx.oidc?.route === 'end_session') mayLeadBack(ctx)
    const confirmed = ctx.oidc?.route === 'end_session_confirm' && ctx.status < 400 && ctx.oidc.params?.['logout']
    if (!confirmed) return
    const live = await browsersSession(ctx.req)
    if (!live || live.person !== ctx.oidc.session?.accountId) return
    await toldAlready(kit, toldIn(ctx))
    await end(live, live.session)
    ctx.append(
      'Set-Cookie',
      `${sessionCookie(kit.publicUrl())}=; Path=/; Max-Age=0; HttpOnly; SameSite=Lax${ctx.secure ? '; Secure' : ''}`,
    )
  })
}

/** A browser follows a form only where the page says it may, redirects included: here back to the platform that asked. */
function mayLeadBack(ctx: KoaContextWithOIDC): void {
  const back = ctx.oidc.params?.['post_logout_redirect_uri']
  const policy = ctx.response.get('content-security-policy')
  if (ctx.status < 400 && typeof back === 'string')
    ctx.set(
      'content-security-policy',
      policy.replace("form-action 'self'", `form-action 'self' ${new URL(back).origin}`),
    )
}

/** The sign-ins whose platforms the library has told of the end already. */
function toldIn(ctx: KoaContextWithOIDC): string[] {
  return ((ctx.state as { told?: string[] }).told ??= [])
}
