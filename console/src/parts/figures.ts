import { capitalised, sayList } from '@famiglia/core'

/** `Spend and contacts. Not revenue.` */
export function sayFigures(sees: readonly string[], hidden: readonly string[]): string {
  if (sees.length + hidden.length === 0) return 'No figures are kept there.'
  const seen = sees.length > 0 ? `${capitalised(sayList(sees))}.` : 'No figures.'
  return hidden.length > 0 && sees.length > 0 ? `${seen} Not ${sayList(hidden, 'or')}.` : seen
}
