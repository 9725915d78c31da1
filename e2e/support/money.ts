import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { at, type Actor, type Scene } from './scene.ts'

export function sayBilling(who: Actor, sentence: string, note?: string): Promise<Schemas['BillingDone']> {
  const body = { sentence, ...(note ? { note } : {}) }
  return answerOf(
    who.client.POST('/v1/businesses/{business}/billing', { params: at(who), body, headers: idempotencyKey() }),
  )
}

export function previewBilling(who: Actor, sentence: string): Promise<Schemas['BillingPreview']> {
  return answerOf(who.client.POST('/v1/businesses/{business}/billing/preview', { params: at(who), body: { sentence } }))
}

export function payingOf(who: Actor, asset: string): Promise<Schemas['AccountPaying']> {
  const params = { path: { ...at(who).path, asset } }
  return answerOf(who.client.GET('/v1/businesses/{business}/assets/{asset}/billing', { params }))
}

export function callOff(who: Actor, asset: string): Promise<{ result: string }> {
  const params = { path: { ...at(who).path, asset } }
  return answerOf(who.client.DELETE('/v1/businesses/{business}/assets/{asset}/billing/planned', { params }))
}

export function moneyOf(who: Actor): Promise<Schemas['Money']> {
  return answerOf(who.client.GET('/v1/businesses/{business}/money', { params: at(who) }))
}

export async function meansOf(who: Actor): Promise<readonly Schemas['Means'][]> {
  return (await answerOf(who.client.GET('/v1/businesses/{business}/means', { params: at(who) }))).items
}

export function openMeans(who: Actor, platform = 'marram') {
  return answerOf(who.client.POST('/v1/businesses/{business}/means/openings', { params: at(who), body: { platform } }))
}

export function registerMeans(who: Actor, opening: string) {
  return answerOf(who.client.POST('/v1/businesses/{business}/means', { params: at(who), body: { opening } }))
}

export function removeMeans(who: Actor, means: string) {
  const params = { path: { ...at(who).path, means } }
  return answerOf(who.client.DELETE('/v1/businesses/{business}/means/{means}', { params }))
}

/** Types a means of payment into the platform’s own page. */
export async function typeIn(
  page: string,
  means: { name: string; number?: string; month?: string; refused?: boolean },
) {
  const form = new URLSearchParams({ name: means.name, number: means.number ?? '', month: means.month ?? '' })
  if (means.refused) form.set('refused', 'on')
  return fetch(page, { method: 'POST', body: form, redirect: 'manual' })
}

/** Adds a means of payment from the beginning to the end. Returns its handle. */
export async function addMeans(who: Actor, means: Parameters<typeof typeIn>[1]): Promise<string> {
  const { id, shownAt } = await openMeans(who)
  await typeIn(shownAt, means)
  return (await registerMeans(who, id)).handle
}

/** What the platform charges an account to. */
export function chargedTo(scene: Scene, ref: string): string | undefined {
  const { things } = scene.town.platform('marram')
  return things.findMeans(things.find(ref)!.payment)?.name
}
