import { answerOf, idempotencyKey } from '@famiglia/client'
import { bringIn, say, type Teller } from './telling.ts'
import type { Town } from './town.ts'

/** Who has something to do with the agency's manager accounts. */
export interface ManagerCast {
  readonly agnese: Teller
  readonly callum: Teller
  readonly marisol: Teller
  readonly dae: Teller
  readonly vastholm: Teller
  readonly board: Teller
}

const travel = 'manager-account/gullwright-travel'

/** The agency's manager accounts, and what its clients let hang under them; told thirty-five days before today. */
export async function tellManagers(town: Town, cast: ManagerCast): Promise<void> {
  const { agnese, callum, marisol, dae, vastholm, board } = cast
  for (const [name, handle] of [
    ['Gullwright All', 'gullwright-all'],
    ['Gullwright Travel', 'gullwright-travel'],
    ['Gullwright Food', 'gullwright-food'],
  ] as const)
    await answerOf(
      callum.client.POST('/v1/businesses/{business}/assets', {
        params: { path: { business: callum.business } },
        body: { platform: 'marram', kind: 'manager-account', name, handle },
        headers: idempotencyKey(),
      }),
    )
  await link(callum, `link ${travel}, manager-account/gullwright-food under manager-account/gullwright-all at steward`)
  await say(callum, `let ${marisol.address} run on ${travel}`)

  const cold = await bringIn(town, vastholm, 'marram', 'MA-41008', 'cold-chain')
  const long = await bringIn(town, vastholm, 'marram', 'MA-41009', 'long-haul')
  const lights = await bringIn(town, board, 'marram', 'MA-52001', 'harbour-lights')
  const fair = await bringIn(town, board, 'marram', 'MA-52002', 'harvest-fair')
  const summer = await numberOf(agnese, 'ad-account/summer-crossings')
  const fjord = await numberOf(vastholm, 'ad-account/fjord-freight')
  await asked(callum, agnese, `link ${summer} under ${travel} at run as "Ondaverde summer" hiding revenue`)
  await asked(callum, vastholm, `link ${fjord} under ${travel} at steward as "Vastholm" may give access`, true)
  const number = await numberOf(callum, travel)
  await asked(vastholm, callum, `link ad-account/cold-chain under ${number} at run`)
  await asked(
    callum,
    vastholm,
    `link ${long} under ${travel} at run as "Vastholm, long haul" from ${firstOfNextMonth()}`,
  )
  await asked(
    callum,
    board,
    `link ${lights} under ${travel} at draft as "Porto Lindo" hiding spend and revenue until ${day(22)}`,
  )
  await asked(callum, board, `link ${fair} under ${travel} at watch as "Harvest" hiding revenue until ${day(-8)}`)
  await say(callum, `let ${dae.address} draft on ${cold} hiding contacts`)
}

/** What waits on the owner's desk since yesterday. */
export async function askForWinterFreight({ agnese, callum }: Pick<ManagerCast, 'agnese' | 'callum'>): Promise<void> {
  const winter = await numberOf(agnese, 'ad-account/winter-freight')
  await link(
    callum,
    `link ${winter} under ${travel} at run as "Ondaverde winter" hiding revenue from ${firstOfNextMonth()}`,
    'The winter campaigns start next month. Linked, we can plan them side by side with the summer ones.',
  )
}

async function link({ client, business }: Teller, sentence: string, note?: string): Promise<string | null> {
  const { proposals } = await answerOf(
    client.POST('/v1/businesses/{business}/links', {
      params: { path: { business } },
      body: { sentence, ...(note ? { note } : {}) },
      headers: idempotencyKey(),
    }),
  )
  return proposals[0] ?? null
}

/** Asks or offers, and has the other side accept. */
async function asked(from: Teller, to: Teller, sentence: string, mayGiveAccess = false): Promise<void> {
  const proposal = (await link(from, sentence))!
  await answerOf(
    to.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { business: to.business, proposal } },
      body: { mayGiveAccess },
    }),
  )
}

async function numberOf({ client, business }: Teller, asset: string): Promise<string> {
  const found = await answerOf(
    client.GET('/v1/businesses/{business}/assets/{asset}', { params: { path: { business, asset } } }),
  )
  return found.number
}

function day(days: number): string {
  return new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10)
}

function firstOfNextMonth(): string {
  const today = new Date()
  return new Date(Date.UTC(today.getUTCFullYear(), today.getUTCMonth() + 1, 1)).toISOString().slice(0, 10)
}
