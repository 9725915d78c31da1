import { setTimeout as sleep } from 'node:timers/promises'
import { answerOf, idempotencyKey } from '@famiglia/client'
import { bringIn, say, type Teller } from './telling.ts'
import type { Town } from './town.ts'

/** Who sees to what is paid. */
export interface MoneyCast {
  readonly agnese: Teller
  readonly noor: Teller
  readonly board: Teller
}

/** Two more ad accounts, one of which the tourist board pays for; Noor answers for what Ondaverde pays. */
export async function tellMoney(town: Town, { agnese, noor, board }: MoneyCast): Promise<void> {
  await bringIn(town, agnese, 'marram', 'MA-20419', 'night-crossings')
  await bringIn(town, agnese, 'marram', 'MA-20420', 'harbour-parking')
  await say(agnese, 'let team/paid-media run on ad-account/night-crossings, ad-account/harbour-parking hiding revenue')
  for (const account of ['summer-crossings', 'night-crossings', 'harbour-parking'])
    await billing(agnese, `billing ad-account/${account} to ${noor.address} with means/harbour-card`)
  await billing(agnese, `billing ad-account/winter-freight to ${noor.address} with means/freight-card`)
  const proposal = await billing(
    noor,
    `billing ad-account/harbour-parking to ${board.business}`,
    'As agreed: the parking adverts are yours to pay.',
  )
  await answerOf(
    board.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { business: board.business, proposal: proposal! } },
      body: { means: 'means/board-account', mayGiveAccess: false, payerStays: false },
    }),
  )
  await untilPaidBy(noor, 'ad-account/harbour-parking', board)
}

async function billing({ client, business }: Teller, sentence: string, note?: string): Promise<string | null> {
  const { proposals } = await answerOf(
    client.POST('/v1/businesses/{business}/billing', {
      params: { path: { business } },
      body: { sentence, ...(note ? { note } : {}) },
      headers: idempotencyKey(),
    }),
  )
  return proposals[0] ?? null
}

/** The platform takes the new means of payment a moment after the yes. */
async function untilPaidBy({ client, business }: Teller, asset: string, payer: Teller): Promise<void> {
  for (let tries = 0; tries < 100; tries++) {
    const found = await answerOf(
      client.GET('/v1/businesses/{business}/assets/{asset}/billing', { params: { path: { business, asset } } }),
    )
    if (found.payer.number === payer.business) return
    await sleep(100)
  }
  throw new Error(`${asset} was not paid by ${payer.address} in time.`)
}
