import { domainOf, isAddress, withReason } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { Letter } from '../base/letter.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { partnersByDomain } from '../reach/findPartner.ts'

/** So many businesses may be invited within a day, and one address once a week: they are letters to strangers. */
const mostADay = 20
const daysBetween = 7

/**
 * Invites somebody at another firm, by a letter, to open a business of their own, so that things can be given to it. Nothing is
 * given by it. Who is at a partner already is told so: `business.known`; more letters than are good, `request.too-many`.
 */
export function inviteBusiness(kit: Kit) {
  return async (acting: Acting, to: string, note: string | null, once: Once | null): Promise<{ result: string }> => {
    requireStanding(acting, 'deal-with-partners', 'Inviting another business')
    const address = to.toLowerCase()
    if (!isAddress(address)) throw new Problem('address.invalid', `“${to}” is not an e-mail address.`)
    const partner = (await partnersByDomain(kit.database.manager, acting.id)).get(domainOf(address))
    if (partner)
      throw new Problem(
        'business.known',
        `${address} seems to be at ${partner.name}, which is here already: ${partner.number}.`,
      )
    return changeFor(
      kit,
      acting,
      async change => {
        const [sent] = (await change.manager.query(
          `SELECT count(*)::integer AS today, bool_or(address = $2) FILTER (WHERE at > $4) AS same FROM business_invited WHERE business_id = $1 AND (at > $3 OR address = $2)`,
          [
            acting.id,
            address,
            change.now.subtract({ hours: 24 }).toString(),
            change.now.subtract({ hours: daysBetween * 24 }).toString(),
          ],
        )) as [{ today: number; same: boolean | null }]
        if (sent.same)
          throw new Problem('request.too-many', `${address} was invited within the last ${daysBetween} days already.`, {
            retryAfter: 3_600,
          })
        if (sent.today >= mostADay)
          throw new Problem('request.too-many', `${mostADay} businesses were invited today. Go on tomorrow.`, {
            retryAfter: 3_600,
          })
        await change.manager.query(
          'INSERT INTO business_invited (business_id, address, by_id, at) VALUES ($1, $2, $3, $4) ON CONFLICT (business_id, address) DO UPDATE SET by_id = excluded.by_id, at = excluded.at',
          [acting.id, address, acting.live.person, change.now.toString()],
        )
        await change.mail(invitingLetter(acting, address, note))
        change.record({
          chain: acting.id,
          what: 'business.invited',
          sentence: note
            ? withReason(`${acting.live.name} invited ${address} to open a business here`, note)
            : `${acting.live.name} invited ${address} to open a business here.`,
        })
        return {
          result: `A letter goes to ${address}. Once their business is open, they tell you its number, or name yours when they ask for something. Nothing was given.`,
        }
      },
      once,
    )
  }
}

function invitingLetter(acting: Acting, address: string, note: string | null): Letter {
  const { name, address: from } = acting.live
  return {
    to: { name: null, address },
    subject: `${acting.name} invites your business to Famiglia`,
    body: [
      `${name} (${from}) of ${acting.name} would like to share access with your business: ad accounts, pages and the like, without anybody passing on a password.`,
      `Open your business here, and tell ${name} its number, or ask ${acting.name} for what you need by its number, ${acting.number}. You put your own people on what you are given.`,
    ],
    note: note ? { text: note, from: name } : null,
    facts: [[`The number of ${acting.name}`, acting.number]],
    button: { label: 'Open your business', leads: { to: 'page', path: '/open-business' } },
    unexpected: `If you do not know ${acting.name}, do nothing: nothing was given and nothing is kept of you but this letter.`,
  }
}
