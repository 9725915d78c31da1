import { answerOf, famigliaClient } from '@famiglia/client'
import { expect, test } from 'vitest'
import { betweenTwoBusinesses, callum, scene } from '../../../e2e/support/partners.ts'
import { at, problemOf } from '../../../e2e/support/scene.ts'

betweenTwoBusinesses()

test('a business held in trust goes to its owner with the chair; the trustee keeps what is left to it, and nothing else', async () => {
  const { number } = await answerOf(
    callum.client.POST('/v1/businesses/{business}/in-trust', {
      params: at(callum),
      body: { name: 'Nonna Brigida’s Kitchen', town: 'Porto Verano', zone: 'Europe/Lisbon' },
    }),
  )
  const trusted = { ...callum, business: number }
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/assets', {
      params: at(trusted),
      body: { platform: 'tern', kind: 'page', name: 'Nonna Brigida', handle: 'nonna-brigida' },
    }),
  )
  await answerOf(
    callum.client.POST('/v1/businesses/{business}/chair', {
      params: at(trusted),
      body: { address: 'brigida@kitchen.example' },
    }),
  )
  const link = await scene.link('brigida@kitchen.example')
  const { response } = await famigliaClient({ url: scene.url }).POST('/v1/invitations/acceptance', {
    body: { link, keeping: 'run', signIn: { name: 'Brigida Malaspina', password: 'sauce for the whole street' } },
  })
  expect(response.status).toBe(200)
  expect(
    await problemOf(answerOf(callum.client.GET('/v1/businesses/{business}', { params: at(trusted) }))),
  ).toMatchObject({ code: 'business.unknown' })
  const held = await answerOf(callum.client.GET('/v1/businesses/{business}/held', { params: at(callum) }))
  expect(held.items).toMatchObject([{ name: 'Nonna Brigida', level: 'run' }])
})
