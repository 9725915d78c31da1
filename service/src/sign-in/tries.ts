import type { FastifyReply, FastifyRequest } from 'fastify'
import type { Counted, Limit } from '../base/limits.ts'
import type { Kit } from '../base/kit.ts'
import { networkOf } from '../base/network.ts'
import { drawSecret, hashOf } from '../base/secrets.ts'

const seconds = 5 * 60
/** How long a browser or an address is known after it signed somebody in. */
const daysKnown = 180

/** From where somebody tries: the network address (of IPv6 the network), and what the browser was marked with when it signed in before. */
export interface Place {
  readonly from: string
  readonly device: string | null
}

/** For sign-in alone, not for the whole host: with https it bears the prefix that says so much. */
const deviceCookie = (publicUrl: string) => `${publicUrl.startsWith('https:') ? '__Secure-' : ''}famiglia_device`

export function placeOf(request: FastifyRequest): Place {
  const device = request.cookies[deviceCookie(request.server.publicUrl())] ?? ''
  return { from: networkOf(request.ip), device: /^famd_[\w-]{43}$/.test(device) ? device : null }
}

/**
 * Tries to say who one is, counted before anything is compared, over five minutes: by account, by network address, and by
 * both where the account knows the place. Strangers who guess at an account slow down strangers alone: browsers and
 * addresses that signed in to it before are counted for themselves, so that nobody is shut out by somebody else.
 */
export class Tries {
  private readonly account: Limit
  private readonly own: Limit
  private readonly from: Limit

  constructor(private readonly kit: Kit) {
    const most = kit.config.FAMIGLIA_SIGN_IN_TRIES
    this.account = { name: 'account', most, seconds }
    this.own = { name: 'own', most, seconds, forgets: true }
    this.from = { name: 'from', most: 5 * most, seconds }
  }

  /** To sign in to an account, by its address in small letters. */
  async signingIn(account: string, place: Place): Promise<Counted> {
    const known = await this.knownAs(account, place)
    return this.kit.limits.count([this.from, place.from], known ? [this.own, known] : [this.account, account])
  }

  /** With something that names no account, as a passkey. */
  async unnamed({ from }: Place): Promise<Counted> {
    return this.kit.limits.count([this.from, from])
  }

  /** To prove again who one is, in a sign-in or with a letter of one’s own: nobody else’s tries count there. */
  async proving(own: string, { from }: Place): Promise<Counted> {
    return this.kit.limits.count([this.from, from], [this.own, own])
  }

  /** The account that a sign-in is of knows from now on the browser, which is marked for it, and the address. */
  async know(secret: string, request: FastifyRequest, reply: FastifyReply): Promise<void> {
    const { from, device } = placeOf(request)
    const place = { from, device: device ?? drawSecret('famd_') }
    const secure = this.kit.publicUrl().startsWith('https:')
    const maxAge = daysKnown * 86_400
    void reply.setCookie(deviceCookie(this.kit.publicUrl()), place.device, {
      path: '/v1/',
      httpOnly: true,
      sameSite: 'strict',
      secure,
      maxAge,
    })
    await this.kit.database.query(
      `INSERT INTO known_place (person_id, place, seen_at) SELECT session.person_id, place, $3 FROM session, unnest($2::text[]) AS place
       WHERE session.secret_hash = $1 ON CONFLICT (person_id, place) DO UPDATE SET seen_at = excluded.seen_at`,
      [hashOf(secret), this.marksOf(place), this.kit.clock.now().toString()],
    )
  }

  private async knownAs(account: string, place: Place): Promise<string | null> {
    const [known] = (await this.kit.database.query(
      `SELECT person_id || ' ' || place AS place FROM known_place JOIN person_address USING (person_id)
       WHERE address = $1 AND place = ANY($2) AND seen_at > $3 ORDER BY place LIMIT 1`,
      [
        account,
        this.marksOf(place),
        this.kit.clock
          .now()
          .subtract({ hours: 24 * daysKnown })
          .toString(),
      ],
    )) as { place: string }[]
    return known?.place ?? null
  }

  private marksOf({ from, device }: Place): string[] {
    return [`address ${from}`, ...(device ? [`device ${device}`] : [])].flatMap(place =>
      this.kit.secrets.macs('place', place),
    )
  }
}
