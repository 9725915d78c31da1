import type { PlannedItem } from './planItem.ts'

/** What a partner has already and would only have less of holds at once: stopping is quick. More waits for its yes. */
export function splitByYes(items: readonly PlannedItem[]): { atOnce: PlannedItem[]; offered: PlannedItem[] } {
  const holdsAtOnce = (item: PlannedItem) =>
    item.grant !== null && (item.change === 'same' || item.change === 'lowered')
  return { atOnce: items.filter(holdsAtOnce), offered: items.filter(item => !holdsAtOnce(item)) }
}
