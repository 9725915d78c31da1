import type { Room } from '../base/room.ts'
import type { Acting } from '../businesses/acting.ts'
import { giversOnAll } from '../grants/giversOn.ts'
import { gatherProposal } from '../proposals/describe.ts'
import type { Proposal } from '../proposals/records.ts'

/** Whether the acting person can give all that an ask is about. */
export async function mayAnswer(room: Room, acting: Acting, ask: Proposal): Promise<boolean> {
  const manager = room.database.manager
  const parts = await gatherProposal(manager, ask)
  const assets = parts.items.flatMap(({ target }) => target.assets)
  return (await giversOnAll(room, manager, acting.id, assets)).some(giver => giver.id === acting.live.person)
}
