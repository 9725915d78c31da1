import { answerOf, idempotencyKey } from '@famiglia/client'
import { bringIn, offer, openBusiness, say, type Opening, type Teller } from './telling.ts'
import type { Town } from './town.ts'

const kitchen: Opening = {
  business: { name: 'Nonna Brigida’s Kitchen', town: 'Porto Verano', zone: 'Europe/Lisbon' },
  person: { name: 'Brigida Malaspina', address: 'brigida@nonnabrigida.example', password: 'basil on every windowsill' },
}

/** Who has to do with what the agency built. */
export interface HandoverCast {
  readonly callum: Teller
  readonly marisol: Teller
  readonly dae: Teller
  readonly measures: Teller
}

/** The agency builds a page and an ad account for a small restaurant that has no business here yet. */
export async function buildForTheKitchen(town: Town, cast: HandoverCast): Promise<void> {
  const { callum, marisol, dae, measures } = cast
  await bringIn(town, callum, 'marram', 'MA-51200', 'sunday-table')
  await bringIn(town, callum, 'tern', 'TN-61001', 'nonna-brigida')
  await say(callum, `let ${marisol.address} run on ad-account/sunday-table, page/nonna-brigida`)
  await say(callum, `let ${dae.address} draft on ad-account/sunday-table`)
  await offer(callum, measures, 'watch on ad-account/sunday-table hiding contacts')
}

/** The restaurant opens a business, and registers what it will pay with. */
export async function openTheKitchen(town: Town): Promise<Teller> {
  const brigida = await openBusiness(town, kitchen)
  const path = { business: brigida.business }
  const begun = await answerOf(
    brigida.client.POST('/v1/businesses/{business}/means/openings', {
      params: { path },
      body: { platform: 'marram' },
      headers: idempotencyKey(),
    }),
  )
  const typed = new URLSearchParams({ name: 'Kitchen till', number: '4000 0000 0000 5150', month: '2028-05' })
  await fetch(begun.shownAt, { method: 'POST', body: typed, redirect: 'manual' })
  await answerOf(
    brigida.client.POST('/v1/businesses/{business}/means', { params: { path }, body: { opening: begun.id } }),
  )
  return brigida
}

/** The agency hands it over, and goes on working for it. Returns the handover that waits for a yes. */
export async function handOverToTheKitchen(callum: Teller, brigida: Teller): Promise<string> {
  const { proposal } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/handovers', {
      params: { path: { business: callum.business } },
      body: {
        sentence: `hand over ad-account/sunday-table, page/nonna-brigida to ${brigida.business} keeping run with billing because "We built it for you; from now on it is yours."`,
        falls: [],
      },
      headers: idempotencyKey(),
    }),
  )
  return proposal
}

/** The restaurant’s yes, with what it pays from then on: from here on it cools off. */
export async function takeItOver(brigida: Teller, proposal: string): Promise<void> {
  await answerOf(
    brigida.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params: { path: { business: brigida.business, proposal } },
      body: { means: 'means/kitchen-till', mayGiveAccess: false, payerStays: false },
    }),
  )
}
