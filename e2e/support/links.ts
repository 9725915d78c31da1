import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { at, type Actor } from './scene.ts'

/** Creates a manager account on its platform and at the business somebody acts for. Returns its number. */
export async function makeManager(who: Actor, name: string, handle: string): Promise<string> {
  const made = await answerOf(
    who.client.POST('/v1/businesses/{business}/assets', {
      params: at(who),
      body: { platform: 'marram', kind: 'manager-account', name, handle },
      headers: idempotencyKey(),
    }),
  )
  return made.number
}

export function sayLink(who: Actor, sentence: string, note?: string): Promise<Schemas['Linked']> {
  const body = { sentence, ...(note ? { note } : {}) }
  return answerOf(who.client.POST('/v1/businesses/{business}/links', { params: at(who), body }))
}

export function previewLink(who: Actor, sentence: string): Promise<Schemas['LinkPreview']> {
  return answerOf(who.client.POST('/v1/businesses/{business}/links/preview', { params: at(who), body: { sentence } }))
}

export function treeOf(who: Actor): Promise<Schemas['Tree']> {
  return answerOf(who.client.GET('/v1/businesses/{business}/tree', { params: at(who) }))
}

/** The tree as lines: what hangs under what, and how. */
export async function branchesOf(who: Actor): Promise<string[]> {
  const { nodes, branches } = await treeOf(who)
  const name = (number: string) => nodes.find(node => node.number === number)!.name
  return branches
    .map(({ below, above, level, state }) => `${name(below)} under ${name(above)}: ${level}, ${state}`)
    .sort()
}

export function compare(who: Actor, manager: string): Promise<Schemas['AccountsCompared']> {
  const params = { path: { ...at(who).path, asset: manager } }
  return answerOf(who.client.GET('/v1/businesses/{business}/manager-accounts/{asset}/accounts', { params }))
}

export function acceptLink(
  who: Actor,
  proposal: string,
  body: { less?: string; reason?: string; mayGiveAccess?: boolean; means?: string; payerStays?: boolean } = {},
) {
  const params = { path: { ...at(who).path, proposal } }
  return answerOf(
    who.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', {
      params,
      body: { mayGiveAccess: false, ...body },
    }),
  )
}

/** Asks, or offers, and has the other side accept. */
export async function linked(from: Actor, to: Actor, sentence: string, mayGiveAccess = false): Promise<void> {
  const { proposals } = await sayLink(from, sentence)
  await acceptLink(to, proposals[0]!, { mayGiveAccess })
}
