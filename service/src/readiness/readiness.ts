import {
  isBefore,
  isForPurpose,
  kinds,
  levelOf,
  noAccess,
  printSentence,
  reachOf,
  readinessFor,
  sayGiven,
  sayNeed,
  sayPath,
  stoppedGrant,
  tiers,
  unite,
  wantedOf,
  type AccessFacts,
  type Action,
  type Held,
  type Instant,
  type Kind,
  type Level,
  type Need,
  type Purpose,
  type PurposeScope,
  type Requirement,
} from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { adminsOf } from '../businesses/queries.ts'
import { scopeForPurpose, type ScopedAsset } from '../grants/purposeScope.ts'
import { grantsTo, type Grant } from '../grants/queries.ts'
import { itemsOf } from '../proposals/queries.ts'
import { factsFrom } from '../reach/facts.ts'
import { targetsById } from '../reach/targets.ts'
import { holderOf, openTo, textOf, whoOf, type Addressee } from '../sentences/addressee.ts'

/** One requirement, in words, with what mends it. */
export interface RequirementInWords {
  readonly takes: string
  /** The kind of asset it is about, where there may be none yet. */
  readonly noun: string
  readonly must: boolean
  readonly asset: {
    readonly number: string
    readonly name: string
    readonly text: string
    readonly kind: Kind
    readonly handle: string
    readonly noun: string
  } | null
  readonly state: Requirement<ScopedAsset>['state']
  readonly through: readonly string[]
  readonly missing: readonly Action[]
  /** The sentence that mends it. */
  readonly sentence: string | null
  /** Where no sentence does: two assets to tie, or a kind to bring in. */
  readonly remedy: string | null
  readonly tie: { readonly one: string; readonly other: string } | null
}

export interface ReadinessInWords {
  readonly who: { readonly name: string; readonly text: string }
  /** Whose assets it is about, where they are another business's than who asks. */
  readonly at: { readonly number: string; readonly name: string } | null
  readonly purpose: string
  readonly ready: boolean
  readonly met: number
  readonly of: number
  readonly requirements: readonly RequirementInWords[]
  readonly whoCanMend: readonly string[]
}

interface Business {
  readonly id: string
  readonly name: string
  readonly zone: string
}

/** How far somebody's access covers a purpose on some assets, or on all that the business has for it. */
export async function readinessOf(
  kit: Kit,
  manager: EntityManager,
  business: Business,
  who: Addressee,
  purpose: Purpose,
  named: readonly Asset[],
  already: readonly Asset[] = [],
): Promise<ReadinessInWords> {
  const scope = await scopeForPurpose(manager, business, purpose, named, already)
  const assets = scope.items.map(item => item.asset)
  const holding = await holdingOf(kit, manager, business, who, assets)
  const own = await ownGrants(manager, business, who)
  const admins = await adminsOf(manager, business.id)
  return tellReadiness({
    business,
    who,
    purpose,
    scope,
    named,
    holding,
    own,
    whoCanMend: admins.map(admin => admin.name),
  })
}

/** What readiness is told from, once it was fetched. */
export interface ReadinessParts {
  readonly business: Business
  readonly who: Addressee
  readonly purpose: Purpose
  readonly scope: PurposeScope<ScopedAsset>
  readonly named: readonly Asset[]
  readonly holding: ReadonlyMap<string, Holding>
  readonly own: readonly Grant[]
  readonly whoCanMend: readonly string[]
}

export function tellReadiness(parts: ReadinessParts): ReadinessInWords {
  const { business, who, purpose, scope, named, holding, own, whoCanMend } = parts
  const { ready, requirements } = readinessFor(purpose, scope, asset => holding.get(asset.id)!.held)
  const musts = requirements.filter(requirement => requirement.need.must)
  return {
    who: { name: who.name, text: textOf(who) },
    at: null,
    purpose: purpose.name,
    ready,
    met: musts.filter(requirement => requirement.state === 'met').length,
    of: musts.length,
    requirements: requirements.map(requirement => ({
      takes: sayTaken(requirement.need),
      noun: kinds[requirement.need.kind].noun,
      must: requirement.need.must,
      asset: requirement.asset ? tellAsset(requirement.asset) : null,
      state: requirement.state,
      through: requirement.asset ? holding.get(requirement.asset.id)!.through : [],
      missing: requirement.missing,
      ...mend(business, who, purpose, requirement, named, scope.holes, own),
    })),
    whoCanMend,
  }
}

function tellAsset(asset: ScopedAsset) {
  return {
    number: asset.number,
    name: asset.name,
    text: `${asset.kind}/${asset.handle}`,
    kind: asset.kind,
    handle: asset.handle,
    noun: kinds[asset.kind].noun,
  }
}

/** `run`, `use the tag in adverts`: short, since the asset stands beside it. */
function sayTaken(need: Need): string {
  return sayGiven(need, need.kind)
}

export interface Holding {
  readonly held: Held
  readonly through: readonly string[]
}

async function holdingOf(
  kit: Kit,
  manager: EntityManager,
  business: Business,
  who: Addressee,
  assets: readonly ScopedAsset[],
): Promise<Map<string, Holding>> {
  if (who.kind === 'team') return holdingOfTeam(kit, manager, business, who, assets)
  const facts = await factsAbout(kit, who, assets)
  const open = openTo(who)
  const waiting = open ? await waitingLevels(manager, open.id, assets) : new Map<string, Level>()
  const now = kit.clock.now()
  return new Map(
    assets.map((asset, index) => {
      const { held, through } = holdingFrom(facts[index] ?? null, now)
      const waits = waiting.get(asset.id)
      return [
        asset.id,
        { held: waits ? { ...held, coming: { level: waits, how: 'waiting' as const } } : held, through },
      ]
    }),
  )
}

async function factsAbout(
  kit: Kit,
  who: Exclude<Addressee, { kind: 'team' }>,
  assets: readonly ScopedAsset[],
): Promise<(AccessFacts | null)[]> {
  if (who.kind === 'business')
    return factsFrom(kit).aroundPartners(assets.map(asset => ({ business: who.partner.id, asset: asset.id })))
  const { person } = who
  return person ? factsFrom(kit).aroundAll(assets.map(asset => ({ person: person.id, asset: asset.id }))) : []
}

/** What somebody has on an asset by the facts around them. */
export function holdingFrom(facts: AccessFacts | null, at: Instant): Holding {
  if (!facts) return { held: { level: noAccess, coming: null }, through: [] }
  const { level, paths } = reachOf(facts, at)
  const begins = paths.filter(path => path.stopped === 'not-begun').map(path => path.level)
  const coming = begins.length > 0 ? { level: begins.reduce(unite, level), how: 'not begun' as const } : null
  return { held: { level, coming }, through: paths.filter(path => !path.stopped).map(path => sayPath(facts, path)) }
}

async function waitingLevels(manager: EntityManager, proposal: string, assets: readonly ScopedAsset[]) {
  const items = await itemsOf(manager, [proposal])
  const targets = await targetsById(
    manager,
    items.map(item => item.targetId!),
  )
  return levelsOver(
    assets,
    items.map(item => ({ given: item, on: targets.get(item.targetId!)?.assets ?? [] })),
  )
}

async function holdingOfTeam(
  kit: Kit,
  manager: EntityManager,
  business: Business,
  who: Extract<Addressee, { kind: 'team' }>,
  assets: readonly ScopedAsset[],
): Promise<Map<string, Holding>> {
  const now = kit.clock.now()
  const held = await ownGrants(manager, business, who)
  const live = held.filter(
    grant =>
      !stoppedGrant(
        {
          ...grant,
          ended: grant.endedAt,
          frozen: false,
          frozenAlone: false,
          giver: { ...business, number: '', closed: false },
        },
        now,
      ),
  )
  const targets = await targetsById(
    manager,
    held.map(grant => grant.targetId!),
  )
  const levels = levelsOver(
    assets,
    live.map(grant => ({ given: grant, on: targets.get(grant.targetId!)?.assets ?? [] })),
  )
  return new Map(
    assets.map(asset => [
      asset.id,
      {
        held: { level: levels.get(asset.id) ?? noAccess, coming: null },
        through: levels.has(asset.id) ? [`The team ${who.team.name} holds it.`] : [],
      },
    ]),
  )
}

function levelsOver(
  assets: readonly ScopedAsset[],
  given: readonly { given: Parameters<typeof levelOf>[1]; on: readonly Asset[] }[],
): Map<string, Level> {
  const levels = new Map<string, Level>()
  for (const asset of assets)
    for (const one of given)
      if (one.on.some(held => held.id === asset.id || held.id === asset.insideId))
        levels.set(asset.id, unite(levels.get(asset.id) ?? noAccess, levelOf(asset.kind, one.given)))
  return levels
}

async function ownGrants(manager: EntityManager, business: Business, who: Addressee): Promise<Grant[]> {
  const key = who.kind === 'person' && who.person ? { kind: 'person' as const, id: who.person.id } : holderOf(who)?.key
  return key ? grantsTo(manager, business.id, key) : []
}

/** What mends a requirement: a sentence that keeps what they have there already, or a tie, or bringing something in. */
function mend(
  business: Business,
  who: Addressee,
  purpose: Purpose,
  { need, asset, state, missing }: Requirement<ScopedAsset>,
  named: readonly Asset[],
  holes: readonly { need: Need; candidates: readonly ScopedAsset[] | readonly { id: string }[] }[],
  own: readonly Grant[],
): Pick<RequirementInWords, 'sentence' | 'remedy' | 'tie'> {
  if (state === 'met' || state === 'not begun') return { sentence: null, remedy: null, tie: null }
  if (state === 'waiting')
    return {
      sentence: null,
      remedy: `${who.name} has to answer first: ${who.kind === 'business' ? 'the offer' : 'the invitation'} is open.`,
      tie: null,
    }
  if (who.kind === 'person' && !who.member && !who.invitation)
    return {
      sentence: null,
      remedy: `${who.name} works for a partner, which puts its own people on what it was given.`,
      tie: null,
    }
  if (asset && asset.businessId !== business.id)
    return {
      sentence: null,
      remedy: `${asset.name} is held from another business: ${who.name} can be put on it up to what was given; more is asked of its owner.`,
      tie: null,
    }
  if (asset) {
    const forIt = own.filter(grant => isForPurpose(grant, purpose.name))
    const sentence = mendingSentence(business, who, purpose, need, missing, asset, forIt)
    return { sentence, remedy: null, tie: null }
  }
  const candidate = holes.find(hole => hole.need === need)?.candidates[0] as ScopedAsset | undefined
  const anchor = named.find(one => one.kind === 'ad-account') ?? named[0]
  if (!candidate)
    return {
      sentence: null,
      remedy: `${business.name} has none: bring one in, or ask its owner (${sayNeed(need)}).`,
      tie: null,
    }
  const one = anchor ? `${anchor.kind}/${anchor.handle}` : null
  const other = `${candidate.kind}/${candidate.handle}`
  return {
    sentence: null,
    remedy: one ? `Tie ${other} to ${one}, if they work together.` : `Name ${other} in the sentence.`,
    tie: one ? { one, other } : null,
  }
}

/**
 * The sentence that gives what is missing for the purpose, beside what they have. What was given for it there is kept;
 * elsewhere it hides all that is hidden for the purpose, and ends with the first of what was given for it.
 */
function mendingSentence(
  business: Business,
  who: Addressee,
  purpose: Purpose,
  need: Need,
  missing: readonly Action[],
  asset: ScopedAsset,
  forIt: readonly Grant[],
): string {
  const held = forIt.find(grant => grant.targetId === asset.id)
  const alike = held ? [held] : forIt
  const ends = alike.flatMap(grant => grant.until ?? [])
  const tier = tiers.findLast(step => step === need.tier || step === held?.tier) ?? null
  const named = need.tier ? [] : need.actions.filter(action => missing.includes(action))
  const terms = {
    tier,
    actions: [...new Set([...(held?.actions ?? []), ...named])],
    hiding: kinds[asset.kind].figures.filter(figure => alike.some(grant => grant.hiding.includes(figure))),
    from: null,
    until: ends.reduce<Instant | null>((first, end) => (first && isBefore(first, end) ? first : end), null),
  }
  const what = { by: 'handle' as const, kind: asset.kind, handle: asset.handle }
  const wanted = wantedOf([{ what, terms }], business.zone, { purpose: purpose.name })
  return printSentence({ verb: 'let', who: [whoOf(who)], ...wanted })
}

/** The assets that somebody was given something on for a purpose: what readiness is asked about where nothing is named. */
export async function givenFor(
  manager: EntityManager,
  business: Business,
  who: Addressee,
  purpose: Purpose,
): Promise<Asset[]> {
  const own = await ownGrants(manager, business, who)
  const alike = own.filter(grant => isForPurpose(grant, purpose.name))
  const targets = await targetsById(
    manager,
    alike.map(grant => grant.targetId!),
  )
  return [...targets.values()].flatMap(target => target.assets)
}
