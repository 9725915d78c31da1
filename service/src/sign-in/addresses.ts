import { isAddress } from '@famiglia/core'
import { Problem } from '../base/problem.ts'
import type { Kit } from '../base/kit.ts'
import { actorOf } from '../base/session.ts'
import {
  addAddress,
  findOwnAddress,
  findPersonByAddress,
  makeMain,
  peopleById,
  removeAddressOf,
  type PersonAddress,
} from '../people/queries.ts'
import { askForLetter, readLetterProof, useLetterProof } from './letterProofs.ts'
import { tellOwner } from './tellOwner.ts'
import type { LiveSession } from '../base/live-session.ts'

const minutesGood = 24 * 60

/**
 * Asks to add an address: a letter goes there, and it counts once its link was followed. Whether somebody else has it is
 * told in the letter alone.
 */
export function askToAddAddress(kit: Kit) {
  return async (live: LiveSession, address: string): Promise<{ sentTo: string }> => {
    const wanted = address.toLowerCase()
    if (!isAddress(wanted))
      throw new Problem('address.invalid', `“${address}” is not an e-mail address.`, { pointer: '/address' })
    return kit.change(actorOf(live), async change => {
      change.requirePresence(
        'An address of yours can be invited and can sign in, so adding one needs you to confirm it’s you.',
      )
      const owner = await findPersonByAddress(change.manager, wanted)
      if (owner?.id === live.person)
        throw new Problem('address.taken', `${wanted} is yours already.`, { pointer: '/address' })
      change.record({
        chain: live.person,
        what: 'address.asked',
        sentence: `${live.name} asked to add ${wanted}.`,
      })
      const id = owner ? null : await askForLetter(change, 'address', live.person, wanted, minutesGood)
      if (owner)
        await change.mail({
          to: owner,
          subject: 'Somebody wanted to add your address',
          body: [
            `Dear ${owner.name},`,
            `somebody wanted to add ${wanted} to their own sign-in. It is yours, so nothing was done.`,
          ],
        })
      else if (id)
        await change.mail({
          to: { name: live.name, address: wanted },
          subject: 'Is this address yours?',
          body: [
            'Good day,',
            `${live.name} wants to add ${wanted} to their sign-in at Famiglia. If that is you, follow this link within a day, in a browser where you are signed in; invitations to this address are yours then too.`,
          ],
          button: { label: 'It is mine', leads: { to: 'address', id, generation: 1 } },
          unexpected: 'If you did not ask for this, leave it: nothing changes.',
        })
      return { sentTo: wanted }
    })
  }
}

/**
 * Adds the address whose link was followed, for who asked for it and is signed in: somebody else who follows it must not give
 * away their address unawares.
 */
export function confirmAddress(kit: Kit) {
  return async (live: LiveSession, link: string): Promise<{ address: string }> => {
    const proof = await readLetterProof(kit, 'address', link)
    if (proof.personId !== live.person)
      throw new Problem(
        'link.unknown',
        `${live.name} did not ask for this address. Sign in as who asked for it, and follow the link again; if you did not ask, leave it.`,
      )
    return kit.change(actorOf(live), async change => {
      await useLetterProof(change, proof)
      if (await findPersonByAddress(change.manager, proof.address))
        throw new Problem('address.taken', 'That address belongs to a sign-in by now.')
      await addAddress(change.manager, proof.personId, proof.address, change.now)
      change.record({
        chain: proof.personId,
        what: 'address.added',
        sentence: `${proof.address} was proven and added.`,
      })
      const owner = (await peopleById(change.manager, [proof.personId])).get(proof.personId)!
      await tellOwner(
        change,
        owner,
        'An address was added to your sign-in',
        `${proof.address} was added: it signs you in from now on, and what is sent there is yours.`,
      )
      return { address: proof.address }
    })
  }
}

/** Makes one of one's addresses the one that letters go to. */
export function chooseMainAddress(kit: Kit) {
  return async (live: LiveSession, address: string): Promise<void> => {
    await kit.change(actorOf(live), async change => {
      change.requirePresence('Changing where letters go needs you to confirm it’s you.')
      const chosen = await ownAddress(change.manager, live, address)
      await makeMain(change.manager, chosen)
      change.record({
        chain: live.person,
        what: 'address.chosen',
        sentence: `${live.name} has letters sent to ${chosen.address}.`,
      })
      if (chosen.address !== live.address)
        await tellOwner(
          change,
          live,
          'Your letters go to another address',
          `From now on letters to you go to ${chosen.address}, and no longer to ${live.address}.`,
        )
    })
  }
}

/** Removes an address; the one that letters go to stays. */
export function removeAddress(kit: Kit) {
  return async (live: LiveSession, address: string): Promise<void> => {
    await kit.change(actorOf(live), async change => {
      change.requirePresence('Removing an address needs you to confirm it’s you.')
      const chosen = await ownAddress(change.manager, live, address)
      if (chosen.main) throw new Problem('request.invalid', 'Letters go there. Choose another address for them first.')
      await removeAddressOf(change.manager, chosen)
      change.record({
        chain: live.person,
        what: 'address.removed',
        sentence: `${live.name} removed the address ${chosen.address}.`,
      })
      await tellOwner(
        change,
        { name: live.name, address: chosen.address },
        'An address was removed from your sign-in',
        `${chosen.address} signs you in no longer, and what is sent there is not yours any more.`,
      )
    })
  }
}

async function ownAddress(
  manager: import('typeorm').EntityManager,
  live: LiveSession,
  address: string,
): Promise<PersonAddress> {
  const found = await findOwnAddress(manager, live.person, address)
  if (found) return found
  throw new Problem('person.unknown', `${address} is not an address of yours.`)
}
