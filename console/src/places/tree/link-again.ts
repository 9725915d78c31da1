import {
  isAction,
  isTier,
  momentOfEnd,
  printLinking,
  Temporal,
  type Action,
  type AssetNumber,
  type Figure,
} from '@famiglia/core'

/** What of a link it takes to say it again. */
export interface LinkSaid {
  readonly number: string
  readonly tier: string | null
  readonly named: readonly string[]
  readonly hidden: readonly string[]
  readonly mayGiveAccess: boolean
  readonly until: string | null
  readonly state: string
}

/** A link said again, as written, where a change of it begins; one that has ended begins anew, without an end. */
export function sentenceAgain(link: LinkSaid, under: { readonly number: string }, zone: string): string {
  const until = link.state === 'ended' || !link.until ? null : momentOfEnd(Temporal.Instant.from(link.until), zone)
  const tier = link.tier !== null && isTier(link.tier) ? link.tier : null
  return printLinking({
    verb: 'link',
    accounts: [{ by: 'number', number: link.number as AssetNumber }],
    under: { by: 'number', number: under.number as AssetNumber },
    tier,
    actions: tier ? [] : link.named.filter((action): action is Action => isAction(action)),
    hiding: link.hidden as Figure[],
    mayGiveAccess: link.mayGiveAccess,
    label: null,
    paidBy: null,
    from: null,
    until,
  })
}
