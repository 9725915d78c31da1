import { managersOn, standingOn, throughOf, type Path } from '@famiglia/core'

/** Through what somebody reaches something, in short: `own grant`, `team Paid media`, `Gullwright & Moss, staffed`. */
export function sayThrough(path: Path): string {
  const grants = path.grants
  const last = grants.at(-1)
  if (!last) return `owning business, ${standingOn(path)}`
  const on = last.on.kind === 'bundle' ? `, by the bundle ${last.on.name}` : ''
  const through = throughOf(path)
  const managers = managersOn(path)
  if (managers.length > 0)
    return `manager account ${managers.map(one => one.name).join(' › ')}${isAlone(path) ? ', on this one alone' : ''}`
  if (through === 'person') return grants.length > 1 ? `${last.giver.name}, staffed` : `own grant${on}`
  return `${through === 'team' ? 'team ' : ''}${last.holder.name}${on}`
}

/** Whether its manager's business put them on this account alone, and not on the manager account. */
function isAlone({ steps }: Path): boolean {
  return steps.some(step => step.kind === 'staffing' && step.grant.upstream !== null)
}
