import { sayMeans, sayBegin } from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import type { Business } from '../businesses/queries.ts'
import type { Means } from '../means/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { PayerChange } from './records.ts'

/** Who would pay for what, as far as it is settled. */
export interface WhoPays {
  readonly asset: Pick<Asset, 'name'>
  readonly payer: Pick<Business, 'id' | 'name'>
  readonly answering: Pick<KnownPerson, 'name'> | null
  readonly means: Means | null
  readonly at: PayerChange['at'] | null
}

/** `Ondaverde Ferries pays for Winter Freight from 1 January 2027, with Harbour card ending 4421`: the means is told to who pays alone. */
export function sayWhoPays({ asset, payer, answering, means, at }: WhoPays, reader: string, zone: string): string {
  const from = at ? ` from ${sayBegin(at, zone)}` : ''
  const isOwn = payer.id === reader
  const on = isOwn && means ? ` with ${sayMeans(means)}` : ''
  const by = isOwn && answering ? `; ${answering.name} answers for it` : ''
  return `${payer.name} pays for ${asset.name}${from}${on}${by}`
}

/** What pays until then, and stops: nothing is paid twice, and there is no gap. */
export function sayUntilThen(
  { asset, at }: { readonly asset: Asset; readonly at: PayerChange['at'] | null },
  reader: string,
): string {
  const own = asset.payer!.id === reader && asset.means ? sayMeans(asset.means) : null
  const before = own ?? asset.payer!.name
  return `${before} pays until ${at ? 'then' : 'that moment'}, and nothing after that.`
}
