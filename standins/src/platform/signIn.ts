import * as openid from 'openid-client'

export interface SignedIn {
  readonly person: string
  readonly name: string
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
    private readonly callback: string,
  ) {}

  async begin(): Promise<Begun> {
    const verifier = openid.randomPKCECodeVerifier()
    const state = openid.randomState()
    const url = openid.buildAuthorizationUrl(await this.configuration(), {
      redirect_uri: this.callback,
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
    const person = tokens.claims()!.sub
    const info = await openid.fetchUserInfo(await this.configuration(), tokens.access_token, person)
    return { person, name: String(info.name ?? person) }
  }

  /** Discovered once; tried again if it failed. */
  private configuration(): Promise<openid.Configuration> {
    this.known ??= openid
      .discovery(new URL(`${this.famiglia}/oidc`), this.clientId, this.secret, undefined, {
        execute: [openid.allowInsecureRequests],
      })
      .catch((error: unknown) => {
        this.known = null
        throw error
      })
    return this.known
  }
}
