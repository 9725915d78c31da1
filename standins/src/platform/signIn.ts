import { createRemoteJWKSet, jwtVerify } from 'jose'
import * as openid from 'openid-client'

export interface SignedIn {
  readonly person: string
  readonly name: string
  /** Which sign-in at Famiglia it is. */
  readonly sid: string
  readonly idToken: string
}

/** A platform's addresses for signing people in, named as in OpenID Connect's client metadata. */
export interface SignInAddresses {
  readonly redirectUris: readonly string[]
  readonly postLogoutRedirectUris: readonly string[]
  readonly backchannelLogoutUri: string
}

export interface Begun {
  readonly state: string
  readonly verifier: string
  readonly to: string
}

/** Signs people in through Famiglia: OpenID Connect's authorization code flow with PKCE. */
export class SignIn {
  private known: Promise<openid.Configuration> | null = null

  constructor(
    private readonly famiglia: string,
    private readonly clientId: string,
    private readonly secret: string,
    private readonly addresses: SignInAddresses,
  ) {}

  async begin(): Promise<Begun> {
    const verifier = openid.randomPKCECodeVerifier()
    const state = openid.randomState()
    const url = openid.buildAuthorizationUrl(await this.configuration(), {
      redirect_uri: this.addresses.redirectUris[0]!,
      scope: 'openid profile email',
      code_challenge: await openid.calculatePKCECodeChallenge(verifier),
      code_challenge_method: 'S256',
      state,
    })
    return { state, verifier, to: url.href }
  }

  async finish(url: URL, begun: Pick<Begun, 'state' | 'verifier'>): Promise<SignedIn> {
    const tokens = await openid.authorizationCodeGrant(await this.configuration(), url, {
      pkceCodeVerifier: begun.verifier,
      expectedState: begun.state,
    })
    const { sub: person, sid } = tokens.claims()!
    const info = await openid.fetchUserInfo(await this.configuration(), tokens.access_token, person)
    return { person, name: String(info.name ?? person), sid: String(sid), idToken: tokens.id_token! }
  }

  /** Where somebody signs out of Famiglia itself, and from there comes back. */
  async signOutAddress({ idToken }: SignedIn): Promise<string> {
    return openid.buildEndSessionUrl(await this.configuration(), {
      id_token_hint: idToken,
      post_logout_redirect_uri: this.addresses.postLogoutRedirectUris[0]!,
    }).href
  }

  /** Which sign-in is over by a logout token (OpenID Connect Back-Channel Logout 1.0); null where it is not Famiglia’s. */
  async readLogoutToken(token: string): Promise<string | null> {
    const { issuer, jwks_uri: keys } = (await this.configuration()).serverMetadata()
    try {
      const { payload } = await jwtVerify(token, createRemoteJWKSet(new URL(keys!)), {
        issuer,
        audience: this.clientId,
        typ: 'logout+jwt',
        requiredClaims: ['sid', 'events', 'jti', 'iat'],
      })
      return 'nonce' in payload ? null : String(payload['sid'])
    } catch {
      return null
    }
  }

  /** Discovered once; tried again if it failed. */
  private configuration(): Promise<openid.Configuration> {
    this.known ??= openid
      .discovery(new URL(`${this.famiglia}/oidc`), this.clientId, undefined, openid.ClientSecretBasic(this.secret), {
        execute: [openid.allowInsecureRequests],
      })
      .catch((error: unknown) => {
        this.known = null
        throw error
      })
    return this.known
  }
}
