import { isAddress, type Standing } from '@famiglia/core'
import { askAdmins } from '../admins/askAdmins.ts'
import { byOf, changeStanding, isAmongAdmins } from '../admins/changeStanding.ts'
import { requireForAdmins } from '../admins/tellAdmins.ts'
import { assertOneIsEnough, takesTwo } from '../admins/twoApprovals.ts'
import type { Kit } from '../base/kit.ts'
import type { Once } from '../base/once.ts'
import { Problem } from '../base/problem.ts'
import { changeFor, requireStanding, type Acting } from '../businesses/acting.ts'
import { findMembership } from '../businesses/queries.ts'
import { assertNoDoubt, doubtsAbout } from '../invitations/doubts.ts'
import { sendInvitation } from '../invitations/sendInvitation.ts'
import { findPersonByAddress } from '../people/queries.ts'
import { isOpen, openProposals } from '../proposals/queries.ts'

export interface StandingSet {
  readonly result: string
  readonly proposal: string | null
}

/**
 * Gives a member another standing, or invites somebody new with one, on no asset yet. Raising above member takes a fresh
 * proof. Making or lowering an admin takes a second step and a reason (`proof.second-step`, `admin.reason`), and waits for
 * a second admin where the business chose so; the last one cannot be lowered: `business.last-admin`.
 */
export function setStanding(kit: Kit) {
  return async (
    acting: Acting,
    address: string,
    standing: Standing,
    { note, sure }: { readonly note: string | null; readonly sure: boolean },
    once: Once | null,
  ): Promise<StandingSet> => {
    requireStanding(acting, 'arrange-people', 'Choosing a standing')
    if (!isAddress(address)) throw new Problem('address.invalid', `“${address}” is not an e-mail address.`)
    return changeFor(
      kit,
      acting,
      async change => {
        const known = await findPersonByAddress(change.manager, address)
        const membership = known && (await findMembership(change.manager, acting.id, known.id))
        const amongAdmins = isAmongAdmins(membership?.standing ?? 'none', standing)
        const reason = amongAdmins
          ? requireForAdmins(change, known?.id ?? null, sayWanted(standing), note)
          : (note ?? '')
        if (!amongAdmins && standing !== 'member')
          change.requireFreshProof(`${sayWanted(standing)} needs you to confirm it’s you.`)
        if (!known || !membership) {
          if (amongAdmins) await assertOneIsEnough(change, acting, null)
          const to = { businessId: acting.id, toAddress: address.toLowerCase(), kind: 'invitation' }
          const open = (await openProposals(change.manager, to)).find(one => isOpen(one, change.now)) ?? null
          if (!open && !sure)
            assertNoDoubt(await doubtsAbout(change.manager, acting, [address.toLowerCase()]), null, '/person')
          const { result, proposal } = await sendInvitation(change, acting, {
            address: address.toLowerCase(),
            known: known !== null,
            open,
            things: [],
            text: `standing ${address} ${standing}`,
            note,
            standing,
            letterWaits: kit.config.FAMIGLIA_LETTER_WAITS_SECONDS,
          })
          return { result, proposal }
        }
        if (amongAdmins && known.id !== acting.live.person && (await takesTwo(change, acting, acting.live.person)))
          return askAdmins(change, acting, { wants: 'standing', person: known, standing }, reason)
        const result = await changeStanding(change, acting, byOf(acting), known, { standing, reason })
        return { result, proposal: null }
      },
      once,
    )
  }
}

function sayWanted(standing: Standing): string {
  return standing === 'admin' ? 'Making somebody an admin' : `Making somebody ${standing}`
}
