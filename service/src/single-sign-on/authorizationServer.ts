import type { IncomingMessage } from 'node:http'
import type { FastifyBaseLogger } from 'fastify'
import Provider from 'oidc-provider'
import type { Kit } from '../base/kit.ts'
import type { LiveSession } from '../base/live-session.ts'
import { hashOf } from '../base/secrets.ts'
import type { SessionReader } from '../base/session.ts'
import { configuration } from './configuration.ts'
import { sessionSecretIn } from './cookieOf.ts'
import { signOutHere } from './signOut.ts'
import { signingKeys, type SigningKey } from './signingKeys.ts'

/** Milliseconds after which the signing keys are looked at again. */
const looksEvery = 600_000

/**
 * The authorization server, made by a certified library. It is made anew when the signing keys have changed, so that a
 * process that runs for months signs with the key that the others sign with.
 */
export class AuthorizationServer {
  readonly issuer: string
  private made: { provider: Provider; kids: string; lookedAt: number } | null = null
  private making: Promise<Provider> | null = null

  constructor(
    private readonly kit: Kit,
    private readonly sessions: SessionReader,
    private readonly log: FastifyBaseLogger,
  ) {
    this.issuer = `${kit.publicUrl()}/oidc`
  }

  current(): Promise<Provider> {
    const now = this.kit.clock.now().epochMilliseconds
    if (this.made && Math.abs(now - this.made.lookedAt) < looksEvery) return Promise.resolve(this.made.provider)
    this.making ??= this.look(now).finally(() => (this.making = null))
    return this.making
  }

  /** Who is signed in to the console in this browser: a token or the command line's sign-in does not open further doors. */
  async browsersSession(request: IncomingMessage): Promise<LiveSession | null> {
    const live = await this.sessions.find(sessionSecretIn(request, this.kit.publicUrl()))
    return live?.kind === 'console' ? live : null
  }

  private async look(lookedAt: number): Promise<Provider> {
    const keys = await signingKeys(this.kit)
    const kids = keys.map(({ kid }) => kid).join()
    const provider = this.made?.kids === kids ? this.made.provider : this.make(keys)
    this.made = { provider, kids, lookedAt }
    return provider
  }

  private make(keys: readonly SigningKey[]): Provider {
    const browsersSession = (request: IncomingMessage) => this.browsersSession(request)
    const provider = new Provider(
      this.issuer,
      configuration(
        this.kit,
        browsersSession,
        keys.map(({ jwk }) => jwk),
      ),
    )
    // What stands in a request about host and protocol is written anew before the library reads it.
    provider.proxy = true
    provider.on('server_error', (_ctx, error) => this.log.error({ err: error }, 'the authorization server failed'))
    compareByHash(provider, this.kit)
    signOutHere(provider, this.kit, browsersSession)
    return provider
  }
}

/** Client secrets are kept as hashes, one or two for each platform: the library would compare them as they are. */
function compareByHash(provider: Provider, { platforms }: Kit): void {
  const client = provider.Client as unknown as {
    prototype: { clientId: string; compareClientSecret(actual: string): boolean }
  }
  client.prototype.compareClientSecret = function (actual) {
    const known = platforms.all.find(({ key }) => key === this.clientId)?.signIn
    return known?.clientSecretHashes.includes(hashOf(actual)) ?? false
  }
}
