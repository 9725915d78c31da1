import { sayMeans } from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'
import { sayGood, type MeansInWords } from '../means/listMeans.ts'
import type { PayerChange } from './records.ts'
import { sayWhoPays } from './sayChange.ts'

/** Who pays for an account, as somebody of a business reads it: with what is told to who pays alone. */
export interface PayingInWords {
  readonly payer: { readonly number: string; readonly name: string; readonly isOwn: boolean }
  readonly answering: string
  readonly means: string | null
  readonly meansHandle: string | null
  readonly goodUntil: string | null
  readonly meansState: MeansInWords['state'] | null
  readonly since: string
  readonly planned: { readonly said: string; readonly at: string; readonly canCallOff: boolean } | null
  readonly canTakeOver: 'at once' | 'by asking' | null
}

/** `mayArrange`: whether who reads it may see to how the account is paid. */
export function tellPaying(
  kit: Kit,
  acting: Acting,
  asset: Asset,
  pending: PayerChange | null,
  mayArrange: boolean,
): PayingInWords {
  const payer = asset.payer!
  const isOwn = payer.id === acting.id
  const means = isOwn ? asset.means : null
  const isConcerned = [payer.id, asset.businessId, pending?.payer.id].includes(acting.id)
  const canAsk = acting.standing !== 'member' && (asset.businessId === acting.id || asset.businessId === payer.id)
  return {
    payer: { number: payer.number, name: payer.name, isOwn },
    answering: asset.answering!.name,
    means: means && sayMeans(means),
    meansHandle: means?.handle ?? null,
    ...(means ? tellGood(kit, means, acting.zone) : { goodUntil: null, meansState: null }),
    since: asset.paidSince!.toString(),
    planned:
      pending && isConcerned
        ? {
            said: sayWhoPays(pending, acting.id, acting.zone),
            at: pending.at.toString(),
            canCallOff: acting.standing !== 'member' && pending.state === 'planned',
          }
        : null,
    canTakeOver: isOwn ? (mayArrange ? 'at once' : null) : canAsk ? 'by asking' : null,
  }
}

function tellGood(kit: Kit, means: NonNullable<Asset['means']>, zone: string) {
  const { goodUntil, state } = sayGood(kit, means, zone)
  return { goodUntil, meansState: state }
}
