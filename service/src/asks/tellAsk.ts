import { printWanted, wantedOf } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { assetsIn } from '../proposals/describe.ts'
import { gatherProposal } from '../proposals/gather.ts'
import type { Register } from '../proposals/kind.ts'
import { findProposal } from '../proposals/queries.ts'
import { whatOf } from '../reach/targets.ts'
import { readAsk } from './readAsk.ts'

/** What another business asks for, as it is found at the one that is asked: what is there, and what has to be brought in. */
export async function tellAsk(kit: Kit, kinds: Register, acting: Acting, id: string) {
  const { manager } = kit.database
  const found = await findProposal(manager, { id, toBusinessId: acting.id, kind: 'business-ask' })
  if (!found) throw new Problem('proposal.unknown', `No business asked ${acting.name} for that.`)
  requireStanding(acting, 'deal-with-partners', 'Reading what another business asks')
  const read = await readAsk(manager, acting, await gatherProposal(manager, kinds, found))
  const one = { purpose: null, mayPassOn: false }
  const grantable = read.things.flatMap(thing => {
    const what = whatOf(thing.target, acting.id)
    const said = printWanted(wantedOf([{ what, terms: thing.terms }], acting.zone, one))
    return assetsIn([thing], acting.id).map(asset => ({ ...asset, text: thing.target.text, said }))
  })
  return { things: [...read.told], grantable }
}
