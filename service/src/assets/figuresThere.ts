import type { Temporal } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import type { AccountFigures } from '../base/platforms.ts'
import type { Asset } from './records.ts'

type OnPlatform = Pick<Asset, 'platform' | 'platformRef'>

export interface FiguresThere {
  readonly currency: string
  /** Null where the platform tells none. */
  of(account: OnPlatform): AccountFigures | null
}

/** What accounts brought day by day, both days included: each platform is asked once for all of its accounts. */
export async function figuresThere(
  kit: Kit,
  accounts: readonly OnPlatform[],
  from: Temporal.PlainDate,
  to: Temporal.PlainDate,
): Promise<FiguresThere> {
  const byPlatform = new Map<string, ReadonlyMap<string, AccountFigures>>()
  let currency = 'EUR'
  for (const platform of new Set(accounts.map(account => account.platform))) {
    const refs = accounts.filter(account => account.platform === platform).map(account => account.platformRef)
    const told = await kit.platforms.figures(platform, refs, from.toString(), to.toString())
    byPlatform.set(platform, told.byRef)
    currency = told.currency
  }
  return { currency, of: ({ platform, platformRef }) => byPlatform.get(platform)?.get(platformRef) ?? null }
}
