import { sayList } from '@famiglia/core'
import { assetsAnsweredFor, changePayer, type Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { canAnswer } from './answering.ts'

interface Named {
  readonly id: string
  readonly name: string
}

/** Has a successor answer for what is paid for an account in the place of who leaves; with what it is paid stays as it is. */
export async function passAnswering(
  kit: Kit,
  change: Change,
  business: Named,
  from: Named,
  to: Named,
  key: string,
): Promise<void> {
  const asset = (await assetsAnsweredFor(change.manager, business.id, from.id)).find(
    one => key === `billing/${one.number}`,
  )!
  if (!(await canAnswer(kit, change.manager, business.id, to.id, asset)))
    throw new Problem(
      'leaving.successor-cannot',
      `${to.name} cannot answer for what is paid for ${asset.name}: make them finance or admin first, or choose somebody who is.`,
      { pointer: `/successors/${key}` },
    )
  await pass(change, business, [asset], from.name, to)
}

/** All that people answer for in a business goes over to one person: with the business itself. */
export async function passAllAnswering(
  change: Change,
  business: Named,
  from: readonly string[],
  to: Named,
): Promise<void> {
  for (const person of from) {
    const accounts = await assetsAnsweredFor(change.manager, business.id, person)
    if (accounts.length > 0) await pass(change, business, accounts, accounts[0]!.answering!.name, to)
  }
}

async function pass(
  change: Change,
  business: Named,
  accounts: readonly Asset[],
  from: string,
  to: Named,
): Promise<void> {
  for (const asset of accounts)
    await changePayer(change.manager, asset.id, {
      payer: business.id,
      answering: to.id,
      means: asset.means?.id ?? null,
      since: asset.paidSince!,
    })
  change.record({
    chain: business.id,
    what: 'billing.answering-passed',
    sentence: `${to.name} answers for what is paid for ${sayList(accounts.map(asset => asset.name))}, in the place of ${from}.`,
    about: to.id,
    ...(change.actor ? {} : { by: { id: to.id, name: to.name } }),
  })
}
