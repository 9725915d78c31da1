import { levelOf } from '@famiglia/core'
import type { ThingTold } from '../grants/letters.ts'
import type { ProposedThing } from './kind.ts'

/** A proposed thing with what it would come to on its assets, as letters tell it. */
export function toldOf({ target, terms }: ProposedThing): ThingTold {
  return { terms, parts: target.assets.map(asset => ({ asset, plan: { level: levelOf(asset.kind, terms) } })) }
}
