import { capitalised } from '@famiglia/core'
import type { Schemas } from '../../reach/service'

/** From when and until when something is given, as read. */
export function sayTime({ from, until }: Schemas['Preview']['assets'][number]): string {
  const end = until ? `${capitalised(until.words)}.` : 'No end is set.'
  return from ? `From ${from}. ${end}` : end
}
