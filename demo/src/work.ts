import { answerOf } from '@famiglia/client'
import type { Teller } from './telling.ts'
import type { Town } from './town.ts'

/**
 * Somebody works with what they reach: each platform asks about it, as when they open it there, and so it is known when it was
 * last used. What they leave alone is named.
 */
export async function work(town: Town, who: Teller, leaving: readonly string[] = []): Promise<void> {
  const { person } = await answerOf(who.client.GET('/v1/me'))
  const { items } = await answerOf(who.client.GET('/v1/me/holdings', { params: { query: { limit: 200 } } }))
  for (const { asset, state } of items) {
    const platform = town.platforms.find(({ url }) => asset.address.startsWith(`${url}/`))
    if (state === 'in force' && !leaving.includes(asset.name))
      await platform?.opens(person.id, asset.address.split('/').at(-1)!)
  }
  await town.service.kit.lastUse.write()
}
