import type { Acting } from '../reach/acting.svelte'

/** A page that is found by what it is about. */
export interface Place {
  readonly name: string
  readonly path: string
  /** Other words that people look for it by. */
  readonly also: string
}

/** The pages that are for who is acting, to be found by name. */
export function pagesFor(acting: Acting): Place[] {
  const own = [
    ['My access', '/my-access', 'what I may do, mine, rights'],
    [
      'How you sign in',
      '/my-access/sign-in',
      'password, second step, passkey, code, token, addresses, sign out, security',
    ],
    ['Open another business', '/open-business', 'new business'],
  ] as const
  const at = (path: string) => `/${acting.number}/${path}`
  const everyone = [
    ['Desk', at('desk'), 'what waits, runs out, inbox'],
    ['Assets and people', at('lists'), 'list, accounts, pages, employees, colleagues'],
    ['Ask for access', at('ask'), 'request, need'],
  ] as const
  const givers = [['Give access', at('give'), 'let, invite, share, sentence']] as const
  const finance = [
    ['Money', at('money'), 'who pays, billing, cards, invoices, spending, seats, price'],
    ['The understudy', at('understudy'), 'no admin left, steps in'],
  ] as const
  const admins = [
    ['Access, the grid', at('access'), 'who reaches what, table, matrix'],
    ['Teams and bundles', at('groups'), 'groups, purposes'],
    ['Families', at('families'), 'partners, agencies, other businesses, clients'],
    ['History', at('history'), 'log, audit, what happened, export'],
    ['Manager accounts', at('tree'), 'tree, linked accounts'],
    ['Handovers', at('handovers'), 'transfer ownership, hand over'],
    ['Contests', at('contests'), 'dispute, claim'],
    ['Bring in an asset', at('bring-in'), 'add, claim, create, connect'],
    ['Received and sent', at('inbox'), 'offers, asks, requests between businesses'],
    ['Your calling card', at('card'), 'business number, contact, share number'],
    ['In trust', at('in-trust'), 'open for a client'],
    ['Close the business', at('closing'), 'delete, end, shut, leave, open again'],
  ] as const
  return [
    ...(acting.business ? everyone : []),
    ...(acting.business?.canGive ? givers : []),
    ...(acting.isAdmin ? admins : []),
    ...(acting.seesToPayments ? finance : []),
    ...own,
  ].map(([name, path, also]) => ({ name, path, also }))
}

/** Those of some pages in whose names or words everything that was typed begins a word. */
export function pagesCalled(pages: readonly Place[], text: string): Place[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  return pages.filter(({ name, also }) => words.every(word => ` ${name} ${also}`.toLowerCase().includes(` ${word}`)))
}
