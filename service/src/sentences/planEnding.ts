import {
  isReplacedBy,
  levelOf,
  reachOf,
  sayLevel,
  sayList,
  sayPath,
  whatIsAbove,
  type EndSentence,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { isIdText } from '../base/id-text.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { sayWhoCan, requireStanding, type Acting } from '../businesses/acting.ts'
import type { GrantOn } from '../grants/endGrant.ts'
import { givingLevels } from '../grants/givingLevels.ts'
import { aboveProblem } from '../grants/planThing.ts'
import { grantById, grantsTo, termsOf } from '../grants/queries.ts'
import { itemsOf } from '../proposals/queries.ts'
import { factsFrom } from '../reach/facts.ts'
import { getTargetReached } from '../reach/findTarget.ts'
import { withOwners } from '../reach/held.ts'
import { partnersThrough } from '../reach/partnersPeople.ts'
import { targetsById, type Target } from '../reach/targets.ts'
import { findAddressee, holderOf, type Addressee, type BusinessAddressed } from './addressee.ts'
import { otherWays } from './otherWays.ts'
import { planEndingPartner } from './planEndingPartner.ts'
import type { PlannedEnd } from './planned.ts'
import { whoHolds } from './whoHolds.ts'

type Ended = Exclude<Addressee, BusinessAddressed>

/** What `end` comes to. */
export async function planEnding(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  sentence: EndSentence,
  text: string,
): Promise<PlannedEnd> {
  if ('grant' in sentence) return planEndingGrant(kit, manager, acting, sentence, text)
  const who = await findAddressee(kit, manager, acting, sentence.who)
  if (who.kind === 'business') return planEndingPartner(manager, acting, { sentence, text, who })
  const named: Target[] = []
  for (const what of sentence.on) named.push(await getTargetReached(manager, acting, what))
  await assertSomethingThere(manager, acting, who)
  const everything = named.length === 0
  const isWanted = (one: { targetId?: string; purpose: string | null }) =>
    (everything || named.some(target => target.id === one.targetId)) && isReplacedBy(one, sentence.purpose)
  const holder = holderOf(who)
  const held = holder ? (await grantsTo(manager, acting.id, holder.key)).filter(isWanted) : []
  const invitation = who.kind === 'person' ? who.invitation : null
  const items = invitation ? (await itemsOf(manager, [invitation.id])).filter(isWanted) : []
  const missing = named.find(target => ![...held, ...items].some(one => one.targetId === target.id))
  if (missing) throw await nothingToEnd(kit, manager, acting, who, missing, sentence.purpose)
  const found = await targetsById(
    manager,
    [...held, ...items].map(one => one.targetId!),
  )
  const targets = await withOwners(manager, acting.id, found)
  const grants = held.map(grant => ({ grant, target: targets.get(grant.targetId!)! }))
  await assertMayEnd(kit, manager, acting, who, named, grants)
  return {
    verb: 'end',
    sentence,
    text,
    who,
    grants,
    waiting: items.map(item => ({ item, target: targets.get(item.targetId!)! })),
    everything,
    remains: everything ? [] : await remainsAfter(kit, manager, acting, who, grants),
    falls: null,
  }
}

async function assertSomethingThere(manager: EntityManager, acting: Acting, who: Ended): Promise<void> {
  if (who.kind === 'team' || who.member || who.invitation) return
  const partners = who.person ? await partnersThrough(manager, acting.id, who.person.id) : []
  if (partners.length > 0)
    throw new Problem(
      'person.unknown',
      `${who.person!.name} works for ${sayList(partners.map(one => one.name))} and reaches your assets through it, not by a grant of ${acting.name}. Freeze them on the partner’s page, ask ${partners[0]!.name} to take them off, or lower what ${partners[0]!.name} has.`,
      { partners: partners.map(one => one.number) },
    )
  throw new Problem(
    'person.unknown',
    `${who.address} has no access at ${acting.name} and no open invitation: there is nothing to end.`,
  )
}

/** Who ends something can give it: nobody ends what is above what they hold. Admins end everything. */
async function assertMayEnd(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  who: Ended,
  named: readonly Target[],
  grants: readonly GrantOn[],
): Promise<void> {
  const self = who.kind === 'person' && who.person?.id === acting.live.person
  if (named.length === 0) return requireAdminToEndAll(acting, self)
  if (named.some(target => target.bundleId)) requireStanding(acting, 'arrange-assets', 'Ending access to a bundle')
  if (self) return
  const asked = acting.standing === 'admin' ? named.filter(target => !target.held) : named
  const levels = await givingLevels(kit, manager, acting, asked)
  for (const { grant, target } of grants) {
    if (!asked.some(one => one.id === target.id)) continue
    for (const asset of target.assets) {
      const above = whatIsAbove(levelOf(asset.kind, grant), [termsOf(grant)], levels(asset))
      if (!above) continue
      if (above.code === 'grant.held-above' || above.code === 'grant.above-own-level')
        throw aboveProblem(above, asset, { ceilingOf: null, level: sayLevel(asset.kind, levels(asset).level) })
      throw new Problem(
        'grant.beyond-own-end',
        `Your own access to ${asset.name} has an end, and theirs lasts longer: somebody without one can end it.`,
      )
    }
  }
}

function requireAdminToEndAll(acting: Acting, self: boolean): void {
  if (acting.standing === 'admin' || self) return
  throw new Problem(
    'standing.not-enough',
    `Ending all of somebody’s access takes an admin of ${acting.name}. Name the asset to end it there alone. ${sayWhoCan(acting)}`,
  )
}

/** What the person goes on having on the same assets when these grants are over. */
async function remainsAfter(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  who: Ended,
  grants: readonly GrantOn[],
): Promise<string[]> {
  if (who.kind !== 'person' || !who.person) return []
  return otherWays(kit, manager, acting, {
    person: who.person.id,
    assets: grants.flatMap(({ target }) => target.assets),
    without: grants.map(({ grant }) => grant.id),
    than: () => null,
  })
}

/** Somebody may reach an asset in another way all the same: then that is what can be ended. */
async function nothingToEnd(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  who: Ended,
  target: Target,
  purpose: string | null,
): Promise<Problem> {
  const what = purpose ? `grant to ${purpose}` : 'grant of their own'
  const none = `${who.name} has no ${what} on ${target.name}: there is nothing to end.`
  if (who.kind === 'team' || !who.person || target.assets.length === 0) return new Problem('grant.unknown', none)
  const pairs = target.assets.map(asset => ({ person: who.person!.id, asset: asset.id }))
  const facts = await factsFrom(kit, manager).aroundAll(pairs)
  const ways = facts.flatMap(around =>
    around
      ? reachOf(around, kit.clock.now())
          .paths.filter(path => !path.stopped)
          .map(path => sayPath(around, path).replace(/\.$/, ''))
      : [],
  )
  const hint =
    ways.length > 0 ? ` They reach it in another way, which can be ended: ${[...new Set(ways)].join('; ')}.` : ''
  return new Problem('grant.unknown', none + hint)
}

async function planEndingGrant(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  sentence: Extract<EndSentence, { grant: string }>,
  text: string,
): Promise<PlannedEnd> {
  const found = isIdText(sentence.grant) ? await grantById(manager, sentence.grant) : null
  const grant = found?.businessId === acting.id && !found.endedAt ? found : null
  const holder = grant ? await whoHolds(manager, grant) : null
  if (!grant || !holder)
    throw new Problem(
      'grant.unknown',
      `There is no grant ${sentence.grant} at ${acting.name}, or it has ended already.`,
    )
  const targets = await withOwners(manager, acting.id, await targetsById(manager, [grant.targetId!]))
  const target = targets.get(grant.targetId!)!
  const who = await findAddressee(kit, manager, acting, holder)
  if (who.kind === 'business') return planEndingPartner(manager, acting, { sentence, text, who, only: grant })
  const grants = [{ grant, target }]
  await assertMayEnd(kit, manager, acting, who, [target], grants)
  const remains = await remainsAfter(kit, manager, acting, who, grants)
  return { verb: 'end', sentence, text, who, grants, waiting: [], everything: false, remains, falls: null }
}
