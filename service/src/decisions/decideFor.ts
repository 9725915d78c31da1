import {
  actionsOfKind,
  asUnstopped,
  decide,
  highestTierWithin,
  isAction,
  kinds,
  namedBeyond,
  nearest,
  ownersActions,
  parseWho,
  saidWhy,
  sayDecision,
  sayLevel,
  sayPath,
  showReach,
  stationsOn,
  throughBusiness,
  throughOf,
  withArticle,
  type AccessFacts,
  type Action,
  type Instant,
  type Kind,
} from '@famiglia/core'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { sayWhoCan, type Acting } from '../businesses/acting.ts'
import { findMembership } from '../businesses/queries.ts'
import { findPersonByAddress } from '../people/queries.ts'
import { factsFrom } from '../reach/facts.ts'
import { getAssetReached } from '../reach/findTarget.ts'

/** Whether somebody may do something with an asset of the business, or one it holds, and by which paths, for its own people. */
export async function decideFor(
  kit: Kit,
  acting: Acting,
  { who, action, asset: named }: { readonly who: string; readonly action: string; readonly asset: string },
) {
  const { asset, own } = await getAssetReached(kit.database.manager, acting, named)
  const wanted = readAction(action, asset.kind, asset.name)
  const person = await findPersonByAddress(kit.database.manager, readAddress(who))
  const around = async (id: string) => {
    const found = await factsFrom(kit).around(id, asset.number)
    return found && !own ? throughBusiness(found, acting.id) : found
  }
  const facts = person && (await around(person.id))
  const now = kit.clock.now()
  if (person?.id !== acting.live.person) await assertMayKnow(acting, asset, (await around(acting.live.person))!, now)
  const decision = facts && decide(facts, wanted, now)
  // Somebody with a sign-in whom nobody here deals with is told as an address that nobody has.
  const isStranger =
    !decision?.paths.length && !(person && (await findMembership(kit.database.manager, acting.id, person.id)))
  if (!facts || !decision || isStranger)
    return {
      allowed: false,
      reason: `No: ${who} has no access to ${asset.name}.`,
      level: 'nothing',
      sees: [],
      paths: [],
    }
  const paths = decision.paths.map(path => ({
    sentence: sayPath(facts, path),
    counts: path.stopped === null,
    holdsAction: path.level.actions.has(wanted),
    level: sayLevel(asset.kind, path.level),
    through: throughOf(path),
    via: stationsOn(path),
    tier: highestTierWithin(asset.kind, path.level.actions),
    named: namedBeyond(asset.kind, path.level.actions),
    reason: path.stopped ? saidWhy(path.stopped) : null,
  }))
  const shown = showReach(facts, decision)
  return {
    allowed: decision.allowed,
    reason: sayDecision(facts, decision, wanted, now),
    level: shown?.state === 'in force' ? shown.level : sayLevel(asset.kind, decision.level),
    sees: [...decision.level.sees],
    paths,
  }
}

/** What others may do is told to admins and stewards; of what another business owns, to those of the one that holds it. */
async function assertMayKnow(acting: Acting, asset: Asset, own: AccessFacts, now: Instant): Promise<void> {
  if (decide(asUnstopped(own), 'access.see', now).allowed) return
  if (asset.businessId !== acting.id && acting.standing === 'admin') return
  throw new Problem(
    'access.not-yours-to-give',
    `What others may do with ${asset.name} is told to its stewards and to admins. ${sayWhoCan(acting)}`,
  )
}

function readAddress(text: string): string {
  const reading = parseWho(text)
  if (!reading.ok) throw new Problem(reading.error.code, reading.error.message, { pointer: '/who' })
  if (reading.who.by === 'address') return reading.who.address
  throw new Problem('holder.not-yet', 'A person is asked about, by their e-mail address.', { pointer: '/who' })
}

function readAction(text: string, kind: Kind, name: string): Action {
  const known = [...actionsOfKind(kind), ...ownersActions]
  if (isAction(text) && known.includes(text)) return text
  const near = nearest(text, known)
  const noun = kinds[kind].noun
  throw new Problem(
    'action.unknown',
    `${name} is ${withArticle(noun)}, which has no action ${text}.${near ? ` Did you mean ${near}?` : ''}`,
    { pointer: '/action', nearest: near },
  )
}
