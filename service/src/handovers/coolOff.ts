import { completesAt } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import { getBusiness } from '../businesses/queries.ts'
import type { Means } from '../means/queries.ts'
import { changeProposal, openProposal } from '../proposals/queries.ts'
import type { KnownPerson } from '../people/queries.ts'
import { drawUp, signedOf } from './account.ts'
import type { Line, Terms } from './line.ts'
import { namedIn } from './concerned.ts'
import { coolingLetter } from './letters.ts'
import { beginCooling, findHandover, keepHandoverProposal, type Handover, type SignedLine } from './records.ts'

interface Signed {
  readonly id: string
  readonly means: Means | null
  readonly signed: readonly SignedLine[]
  readonly lines: readonly Line[]
  readonly acceptedBy: KnownPerson
}

/** A handover cools off from now on, as long as the longer of both sides takes. Everybody whom it concerns is told. */
export async function coolOff(
  change: Change,
  terms: Terms,
  { id, means, signed, lines, acceptedBy }: Signed,
): Promise<Handover> {
  const { coolingHours: one } = await getBusiness(change.manager, terms.from.id)
  const { coolingHours: other } = await getBusiness(change.manager, terms.to.id)
  const at = completesAt(change.now, one, other)
  await beginCooling(change, { ...terms, id, means, signed, acceptedBy, completesAt: at })
  await change.later('complete-handover', { handover: id }, at)
  const begun = (await findHandover(change.manager, id))!
  for (const concerned of await namedIn(change.manager, begun, lines))
    await change.mail(coolingLetter(concerned, begun, false))
  return begun
}

/** A handover that came about by contesting, in the place of a proposal that its owner sent: it cools off at once. */
export async function openContested(
  change: Change,
  terms: Terms,
  { by, note, means }: { readonly by: KnownPerson; readonly note: string; readonly means: Means | null },
): Promise<Handover> {
  const lines = await drawUp(change.manager, terms, change.now)
  const signed = signedOf(lines)
  const { id } = await openProposal(change, {
    kind: 'handover',
    businessId: terms.from.id,
    toBusinessId: terms.to.id,
    note,
    sentBy: by.id,
    days: 1,
    zone: 'UTC',
  })
  await keepHandoverProposal(change, id, { ...terms, sent: signed, isContested: true })
  await changeProposal(change, id, { state: 'cooling', answeredAt: change.now, answeredBy: by.id })
  return coolOff(change, terms, { id, means, signed, lines, acceptedBy: by })
}
