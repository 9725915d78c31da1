import { capitalised } from '@famiglia/core'
import type { Letter } from '../base/letter.ts'
import type { Acting } from '../businesses/acting.ts'
import type { KnownPerson } from '../people/queries.ts'
import type { AnswerTold } from '../proposals/kind.ts'
import { toProposal } from '../proposals/letters.ts'

/** To each admin who can decide it. */
export function adminAskLetter(
  to: KnownPerson,
  business: Pick<Acting, 'name' | 'number'>,
  asker: KnownPerson,
  said: string,
  reason: string,
  proposal: string,
): Letter {
  return {
    to,
    subject: `${asker.name} asks to ${said}`,
    body: [
      `Dear ${to.name},`,
      `${asker.name} (${asker.address}) asks to ${said}. It needs the approval of another admin; nothing is done without it.`,
    ],
    note: { text: reason, from: asker.name },
    button: { label: 'Read and answer', leads: toProposal(business, proposal) },
  }
}

export function adminAskAnsweredLetter(to: KnownPerson, { by, accepted, said, reason }: AnswerTold): Letter {
  const did = accepted ? 'agreed to' : 'declined to'
  return {
    to,
    subject: `${by.name} ${did} ${said}`,
    body: [
      `Dear ${to.name},`,
      accepted ? `${by.name} agreed to what you asked for. It holds now.` : `${by.name} declined. Nothing was changed.`,
    ],
    note: reason ? { text: reason, from: by.name } : null,
  }
}

export function adminAskLapsedLetter(to: KnownPerson, said: string, why: string | null): Letter {
  return {
    to,
    subject: `Not done: to ${said}`,
    body: [
      `Dear ${to.name},`,
      `You asked to ${said}. ${capitalised(why ?? 'nobody answered in time')}; nothing was changed.`,
    ],
  }
}
