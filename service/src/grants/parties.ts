import { between } from '../base/chain.ts'
import type { Party } from '../businesses/queries.ts'
import type { Target } from '../reach/targets.ts'
import type { HolderKey } from './queries.ts'

/** Who holds it, as the history names them. */
export interface Holder {
  readonly key: HolderKey
  readonly name: string
  /** The business it goes to, where it goes to one. */
  readonly party: Party | null
}

/** Who gives, in which business's name. */
export interface GivenBy {
  readonly giver: Party & { readonly zone: string }
  readonly person: { readonly id: string; readonly name: string }
  /** Who acts, where that is another than who is signed in: somebody who accepts what was sent. */
  readonly by?: { readonly id: string; readonly name: string } | null
  readonly proposal: string | null
  /** Why, where it was said. */
  readonly reason?: string | null
}

/** Whose histories it stands in: the giver's, the business's it goes to, and the owner's of what is passed on. */
export function partiesOf(giver: Party, { party }: Pick<Holder, 'party'>, { held }: Pick<Target, 'held'>) {
  const others = [party, held?.owner].filter(other => other && other.id !== giver.id) as Party[]
  return others.length > 0 ? between(giver, ...others) : { chain: giver.id }
}

/** The person an entry is about; a team's entries are found by its name. */
export function aboutOf({ key }: Pick<Holder, 'key'>): { about?: string } {
  return key.kind === 'person' ? { about: key.id } : {}
}
