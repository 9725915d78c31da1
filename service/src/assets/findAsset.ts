import { parseWhat, type What } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import { findAsset, unknownAsset, type Asset, type Owner } from './queries.ts'

/** The acting business's asset that a sentence names. Another business's answers as one that does not exist, with the nearest own name. */
export async function getAsset(manager: EntityManager, business: Owner, what: What): Promise<Asset> {
  const found = await findAsset(manager, business.id, what)
  if (found) return found
  throw await unknownAsset(manager, business, what)
}

/** The same, from text as people write it: `ad-account/summer-crossings` or `A-2718-2818-24`. */
export async function getAssetNamed(manager: EntityManager, business: Owner, text: string): Promise<Asset> {
  return getAsset(manager, business, readWhat(text))
}

export function readWhat(text: string): What {
  const reading = parseWhat(text)
  if (reading.ok) return reading.what
  throw new Problem(reading.error.code, reading.error.message, { nearest: reading.error.nearest })
}
