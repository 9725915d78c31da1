import { sayList, sayMonth } from '@famiglia/core'
import type { Cell } from '@famiglia/client'
import type { Schemas } from '../../reach/service'

export type Overview = Schemas['Money']
export type Row = Overview['items'][number]

/** `team Paid media: Priya Lindqvist`; `Gullwright Travel, not answered yet` */
export function saySpending({ through, form, people }: Row['spenders'][number]): string {
  if (form === 'waiting') return `${through}, not answered yet`
  return people.length > 0 ? `${through}: ${sayList(people)}` : through
}

/** The table as rows of cells, the names of the columns first. */
export function csvOf({ thisMonth, lastMonth, currency }: Overview, rows: readonly Row[]): Cell[][] {
  const head = ['number', 'ad account', 'owner', 'who pays', 'who answers for it', 'means of payment', 'good until']
  const spent = [`${sayMonth(thisMonth)} so far, ${currency}`, `${sayMonth(lastMonth)}, ${currency}`]
  return [
    [...head, 'who can spend', ...spent, 'limit a month'],
    ...rows.map(row => [
      row.number,
      row.name,
      row.owner.name,
      row.payer.name,
      row.answering,
      row.means,
      row.goodUntil,
      row.spenders.map(saySpending).join('; '),
      row.thisMonth,
      row.lastMonth,
      row.monthly,
    ]),
  ]
}
