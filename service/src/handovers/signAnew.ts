import { sayInstant } from '@famiglia/core'
import { askSecondAdmin, type ActOfTwo } from '../admins/actOfTwo.ts'
import { between } from '../base/chain.ts'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { adminsOf } from '../businesses/queries.ts'
import { differenceOf, drawUp, signedOf } from './account.ts'
import type { Line } from './line.ts'
import { adminsOfBoth } from './concerned.ts'
import { agreeAnewLetter, agreedAnewLetter } from './letters.ts'
import { sayAssets } from './planHandover.ts'
import { findPartOf, findSigning, keepSigned, keepSigning, type Handover, type SignedLine } from './records.ts'

/** The lines by which somebody could do more than both signed. */
export function moreThanSigned(
  lines: readonly Line[],
  { assets, signed }: Pick<Handover, 'assets' | 'signed'>,
): Line[] {
  const kinds = new Map(assets.map(asset => [asset.id, asset.kind]))
  return lines.filter(line => {
    if (!line.grant || line.fate === 'falls') return false
    const difference = differenceOf(line, kinds.get(line.grant.target)!, signed)
    return difference === 'new' || difference === 'more'
  })
}

/** Whether two accounts say the same. */
export function isSameAccount(one: readonly SignedLine[], other: readonly SignedLine[]): boolean {
  const told = (lines: readonly SignedLine[]) =>
    JSON.stringify(
      lines
        .map(({ key, fate, words, given }) => [key, fate, words, given && Object.entries(given).sort()])
        .sort(([a], [b]) => String(a).localeCompare(String(b))),
    )
  return told(one) === told(other)
}

/**
 * Agrees to a handover as it stands now, where somebody could do more than both signed. Once both sides agreed to the very same,
 * that is what they signed; what changes in between takes both again. Nothing more than signed: `handover.as-signed`.
 */
export function signAnew(kit: Kit) {
  return async (acting: Acting, id: string): Promise<{ result: string }> => {
    requireStanding(acting, 'deal-with-partners', 'Agreeing to a handover')
    return changeFor(kit, acting, async change => {
      change.requirePresence('Agreeing to what goes over needs you to confirm it’s you.')
      const { handover, lines } = await getDifferent(change, acting, id)
      const asked = await askSecondAdmin(change, acting, {
        act: signingAnew.act,
        said: `agree to what goes over with ${sayAssets(handover.assets, handover)} as it stands now`,
        given: { handover: id, lines: signedOf(lines) },
        reason: `the handover to ${handover.to.name}`,
      })
      return asked ? { result: asked.result } : { result: await sign(change, acting, handover, signedOf(lines)) }
    })
  }
}

/** The same, once a second admin agreed to what the first one read. */
export const signingAnew: ActOfTwo = {
  act: 'sign anew',
  carryOut: async (
    _kit,
    change,
    acting,
    given: { readonly handover: string; readonly lines: readonly SignedLine[] },
  ) => {
    const { handover, lines } = await getDifferent(change, acting, given.handover)
    if (!isSameAccount(signedOf(lines), given.lines))
      throw new Problem('handover.as-signed', 'It has changed since you were asked: read it, and agree to that.')
    return sign(change, acting, handover, signedOf(lines))
  },
}

async function getDifferent(
  change: Change,
  acting: Acting,
  id: string,
): Promise<{ handover: Handover; lines: readonly Line[] }> {
  const handover = await findPartOf(change.manager, acting.id, id)
  if (handover?.state !== 'cooling') throw new Problem('handover.none', 'No such handover cools off.')
  const lines = await drawUp(change.manager, handover, change.now)
  if (moreThanSigned(lines, handover).length === 0)
    throw new Problem(
      'handover.as-signed',
      'Nobody could do more than both of you signed: there is nothing to agree to.',
    )
  return { handover, lines }
}

async function sign(change: Change, acting: Acting, handover: Handover, lines: readonly SignedLine[]): Promise<string> {
  const { id, from, to, assets } = handover
  const other = acting.id === from.id ? to : from
  const theirs = await findSigning(change.manager, id, other.id)
  const both = theirs !== null && isSameAccount(theirs, lines)
  if (both) await keepSigned(change, id, lines)
  else await keepSigning(change, id, { business: acting.id, by: acting.live.person, lines })
  for (const asset of assets)
    change.record({
      ...between(from, to),
      what: both ? 'handover.signed-anew' : 'handover.agreed-anew',
      sentence: `${acting.live.name} of ${acting.name} agreed to what goes over with ${asset.name} as it stands now${both ? ', and so both sides have' : ''}.`,
      asset: asset.id,
      data: { handover: id },
    })
  if (both)
    for (const { person, of } of await adminsOfBoth(change.manager, handover))
      await change.mail(agreedAnewLetter(person, of, handover))
  else
    for (const to of await adminsOf(change.manager, other.id))
      await change.mail(agreeAnewLetter(to, other, handover, acting))
  return both
    ? `Both of you agreed: it goes over as it stands now, on ${sayInstant(handover.completesAt, acting.zone)}.`
    : `You agreed to it as it stands now. ${other.name} has to agree to the same; else what is more falls.`
}
