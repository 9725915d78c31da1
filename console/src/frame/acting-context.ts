import { getContext } from 'svelte'
import type { Acting } from '../reach/acting.svelte'

export const actingKey = Symbol('acting')

/** Who is signed in and for whom they act, as the frame found out. */
export function getActing(): Acting {
  return getContext<Acting>(actingKey)
}
