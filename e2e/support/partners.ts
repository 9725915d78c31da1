import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, beforeEach } from 'vitest'
import { at, joinByLetter, openScene, type Actor, type Scene } from './scene.ts'

/** Ondaverde Ferries with Agnese, and the agency with Callum, its admin, and Marisol, who works there. */
export let scene: Scene
export let agnese: Actor
export let callum: Actor
export let marisol: Actor

export const winter = 'ad-account/winter-freight'

/** Opens the scene for the tests of a file; before each, both admins sign in anew. */
export function betweenTwoBusinesses(): void {
  beforeAll(async () => {
    scene = await openScene()
    ;({ agnese, callum } = scene)
    await scene.say(callum, 'let marisol@gullwright.example watch on ad-account/showcase')
    marisol = await joinByLetter(scene, 'Marisol Engstrom', 'marisol@gullwright.example', 'adverts for every tide')
  })
  afterAll(() => scene.close())
  beforeEach(async () => {
    scene.clock.forward({ minutes: 1 })
    await bothSignIn()
  })
}

export async function bothSignIn(): Promise<void> {
  agnese = await scene.signIn(agnese)
  callum = await scene.signIn(callum)
}

/** Parameters of a path of the business somebody acts for. */
export function within<P extends Record<string, string>>(who: Actor, rest: P): { path: { business: string } & P } {
  return { path: { ...at(who).path, ...rest } }
}

export function accept(
  who: Actor,
  proposal: string,
  body: { less?: string; reason?: string; means?: string; payerStays?: boolean } = {},
) {
  const params = within(who, { proposal })
  return answerOf(who.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', { params, body }))
}

export function decline(who: Actor, proposal: string, reason?: string) {
  const params = within(who, { proposal })
  const body = reason ? { reason } : {}
  return answerOf(who.client.POST('/v1/businesses/{business}/proposals/{proposal}/refusal', { params, body }))
}

export function partner(who: Actor, number: string) {
  const params = within(who, { partner: number })
  return answerOf(who.client.GET('/v1/businesses/{business}/partners/{partner}', { params }))
}

export async function peopleOf(who: Actor, number: string) {
  const params = within(who, { partner: number })
  return (await answerOf(who.client.GET('/v1/businesses/{business}/partners/{partner}/people', { params }))).items
}

export function can(who: string, action: string): Promise<boolean> {
  return scene.can(who, action, winter)
}

/** What somebody's own business tells of what they may do with Winter Freight. */
export function decideFor(who: Actor, action: string) {
  const body = { who: who.email, action, asset: winter }
  return answerOf(who.client.POST('/v1/businesses/{business}/decisions', { params: at(who), body }))
}

export function ask(who: Actor, wanted: string, of?: string) {
  const body = { wanted, reason: 'For the season.', ...(of ? { of } : {}) }
  return answerOf(who.client.POST('/v1/businesses/{business}/asks', { params: at(who), body }))
}

/** Offers the agency something, and tells the proposal. */
export async function offer(words: string): Promise<string> {
  return (await scene.say(agnese, `let ${callum.business} ${words}`)).proposal!
}

/** Ends all between the two, so that the next test begins anew. */
export async function part(): Promise<void> {
  await scene.say(agnese, `end ${callum.business}`)
}

/** The number of an asset, by which another business names it. */
export async function numberOf(handle: string): Promise<string> {
  return (await scene.sql<{ number: string }>('SELECT number FROM asset WHERE handle = $1', [handle]))[0]!.number
}
