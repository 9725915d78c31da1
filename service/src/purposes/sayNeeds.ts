import { sayList, sayNeed, type Need } from '@famiglia/core'

/** What a purpose takes, as read: what it cannot do without first. */
export function sayNeeds(needs: readonly Need[]): string {
  const must = needs.filter(need => need.must).map(sayNeed)
  const also = needs.filter(need => !need.must).map(sayNeed)
  return [sayList(must), also.length > 0 ? `${must.length > 0 ? 'and if there is one, ' : ''}${sayList(also)}` : '']
    .filter(Boolean)
    .join('; ')
}
