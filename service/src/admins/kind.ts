import { sayList } from '@famiglia/core'
import type { Change } from '../base/change.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { actingNow, requireStanding, type Acting } from '../businesses/acting.ts'
import { addMembership, findMembership } from '../businesses/queries.ts'
import type { ProposalKind, ProposalParts } from '../proposals/kind.ts'
import { peopleById } from '../people/queries.ts'
import type { ActOfTwo } from './actOfTwo.ts'
import { adminAskAnsweredLetter, adminAskLapsedLetter, adminAskLetter } from './adminAskLetters.ts'
import { byOf, changeStanding } from './changeStanding.ts'
import { decidersAmong } from './deciders.ts'
import { noteUndone, readAdminAsks, type AdminAsk, type AdminChange } from './records.ts'
import { sayAdminAsk } from './sayAdminAsk.ts'
import { tellAdmins } from './tellAdmins.ts'
import { keepApprovals } from './twoApprovals.ts'

const askIn = ({ own }: Pick<ProposalParts, 'own'>) => own as AdminAsk
const said = (parts: ProposalParts) => sayAdminAsk(askIn(parts), parts.business.name)

/** One admin asks another for a yes: where it takes two to change an admin, and to undo what was done to one; and for `acts`. */
export const adminAsk = (acts: () => readonly ActOfTwo[]): ProposalKind => ({
  kind: 'admin-ask',
  noun: 'request',
  heading: 'Asked among admins',
  yes: { whole: 'Agree', less: null },
  course: 'over with its answer',
  acceptedAs: 'granted',
  canBeSentAgain: false,
  canBePassedOn: false,
  answeredBy: 'colleagues',

  readOwn: readAdminAsks,
  name: ({ sender }) => `what ${sender.name} had asked of the admins`,
  said,
  names: parts => {
    const ask = askIn(parts)
    if (ask.wants === 'one approval' || ask.wants === 'act') return []
    return ask.wants === 'undo' ? [ask.undoes.person.name, ask.undoes.by.name] : [ask.person.name]
  },
  outset: parts => `${parts.sender.name} asks to ${said(parts)}`,
  afterwards: () => null,
  shown: () => ({ standing: 'admin', contact: null, takesChair: false }),
  partnerIsKnown: () => false,
  whyVoid: async (_kit, manager, parts) => {
    const ask = askIn(parts)
    const { sender, business } = parts
    if (ask.wants === 'undo') {
      const now = await findMembership(manager, business.id, ask.undoes.person.id)
      if (ask.undoes.undone || (now?.standing ?? 'none') !== ask.undoes.after) return 'it is not so any more'
      if (sender.id === ask.undoes.person.id) return null
    }
    const who = { person: sender.id, name: sender.name, address: sender.address }
    if ((await actingNow(manager, business.id, who))?.standing !== 'admin')
      return `${sender.name}, who asked, is no longer admin of ${business.name}`
    if (ask.wants === 'standing' && !(await findMembership(manager, business.id, ask.person.id)))
      return `${ask.person.name} does not work for ${business.name} any more`
    return null
  },

  assertMayAnswer: async (_kit, manager, acting, parts) => {
    requireStanding(acting, 'arrange-people', 'Deciding about admins')
    const deciders = await decidersAmong(manager, acting.id, parts.sender.id, askIn(parts))
    if (deciders.some(admin => admin.id === acting.live.person)) return
    const names = sayList(
      deciders.map(admin => admin.name),
      'or',
    )
    throw new Problem('access.not-yours-to-give', `That is not yours to decide. ${names || 'Nobody'} can.`)
  },
  answerers: (_kit, manager, parts) => decidersAmong(manager, parts.business.id, parts.sender.id, askIn(parts)),
  things: async () => ({ things: [], assertWhole: () => undefined }),
  accept: async (kit, change, parts, { acting }) => {
    change.requireSecondStep('Agreeing to what takes two admins needs you to confirm it’s you.')
    const ask = askIn(parts)
    const reason = parts.proposal.note ?? ''
    if (ask.wants === 'standing') {
      const person = (await peopleById(change.manager, [ask.person.id])).get(ask.person.id)!
      return changeStanding(change, acting!, byOf(acting!), person, { standing: ask.standing, reason })
    }
    if (ask.wants === 'undo') return undo(change, acting!, ask.undoes, reason)
    if (ask.wants === 'act') return carryOut(kit, change, acting!, acts(), ask)
    await keepApprovals(change, acting!, false)
    return `From now on one admin of ${acting!.name} alone is enough.`
  },

  letters: {
    waiting: async (_kit, change, parts) =>
      (await decidersAmong(change.manager, parts.business.id, parts.sender.id, askIn(parts))).map(to =>
        adminAskLetter(to, parts.business, parts.sender, said(parts), parts.proposal.note ?? '', parts.proposal.id),
      ),
    answered: ({ sender }, told) => [adminAskAnsweredLetter(sender, told)],
    lapsed: parts => [adminAskLapsedLetter(parts.sender, said(parts), parts.proposal.reason)],
    cameToNothing: async () => [],
  },
})

async function carryOut(
  kit: Kit,
  change: Change,
  acting: Acting,
  acts: readonly ActOfTwo[],
  { act, given }: Extract<AdminAsk, { wants: 'act' }>,
): Promise<string> {
  const found = acts.find(one => one.act === act)
  if (!found) throw new Error(`Nothing is known of “${act}”.`)
  return found.carryOut(kit, change, acting, given as never)
}

/** Gives back the standing that was before. Who had been ended is admin again; grants of their own that ended stay ended. */
async function undo(change: Change, acting: Acting, done: AdminChange, reason: string): Promise<string> {
  await noteUndone(change, done.id)
  if (await findMembership(change.manager, acting.id, done.person.id)) {
    const standing = done.before === 'none' ? 'member' : done.before
    return changeStanding(change, acting, byOf(acting), done.person, { standing, reason })
  }
  await addMembership(change.manager, {
    business: acting.id,
    person: done.person.id,
    standing: 'admin',
    since: change.now,
    invitedBy: acting.live.person,
  })
  change.announce({ what: 'standing', business: acting.id, person: done.person.id })
  change.record({
    chain: acting.id,
    what: 'standing.changed',
    sentence: `${acting.live.name} made ${done.person.name} admin of ${acting.name} again, whom ${done.by.name} had ended.`,
    about: done.person.id,
    data: { before: 'none', after: 'admin' },
  })
  await tellAdmins(change, acting, { person: done.person, before: 'none', after: 'admin', by: byOf(acting), reason })
  return `${done.person.name} is admin of ${acting.name} again. What they held by grants of their own stays ended.`
}
