import { sayMeans } from '@famiglia/core'
import type { Asset } from './records.ts'

type Paid = Pick<Asset, 'payer' | 'means'>

/** With what an account is paid, as a business reads it: told to the one that pays alone; null for any other. */
export function meansAsRead({ payer, means }: Paid, reader: string | null): string | null {
  if (payer?.id !== reader) return null
  return means ? sayMeans(means) : 'no means of payment on record yet'
}

/** `Ondaverde Ferries, Harbour card ending 4421`; null where nothing is paid for. */
export function sayPayer(asset: Paid, reader: string | null): string | null {
  if (!asset.payer) return null
  const means = meansAsRead(asset, reader)
  return means ? `${asset.payer.name}, ${means}` : asset.payer.name
}
