import { kinds, parseLinking, printWhat, sayList, type Linking, type LinkSentence, type What } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { assetsById, type Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import { lookUpAsset } from '../partners/lookUp.ts'
import { getTargetReached } from '../reach/findTarget.ts'

/** What a sentence about links names, found for the business that says it. */
export interface Named {
  readonly accounts: readonly Asset[]
  readonly under: Asset
  /** Of the accounts those that the acting business reached before, by their ids. */
  readonly known: readonly string[]
}

/** Reads a sentence about links. An error points at the word. */
export function readLinking(kit: Kit, { zone }: Pick<Acting, 'zone'>, text: string): Linking {
  const reading = parseLinking(text, kit.clock.now().toZonedDateTimeISO(zone).toPlainDate())
  if (reading.ok) return reading.sentence
  const { code, message, start, end, nearest } = reading.error
  throw new Problem(code, message, { pointer: '/sentence', nearest, span: { start, end } })
}

/**
 * Finds what a sentence names: one's own, what one reaches, or what another business owns, by its number; this is looked up
 * within the limit and leaves a trace.
 */
export async function findNamed(kit: Kit, acting: Acting, accounts: readonly What[], under: What): Promise<Named> {
  const gathering = await find(kit, acting, under)
  assertManager(gathering.asset)
  const found = new Map<string, { asset: Asset; isKnown: boolean }>()
  for (const what of accounts) {
    const one = await find(kit, acting, what)
    assertLinkable(one.asset, one.isKnown ? one.asset.name : printWhat(what))
    found.set(one.asset.id, one)
  }
  const all = [...found.values()]
  return {
    accounts: all.map(({ asset }) => asset),
    under: gathering.asset,
    known: all.filter(({ isKnown }) => isKnown).map(({ asset }) => asset.id),
  }
}

async function find(kit: Kit, acting: Acting, what: What): Promise<{ asset: Asset; isKnown: boolean }> {
  const reached =
    (await gatheringOwn(kit.database.manager, acting, what)) ?? (await reachedBy(kit.database.manager, acting, what))
  if (reached) return { asset: reached, isKnown: true }
  if (what.by !== 'number') throw new Error('What is named by its handle is reached, or refused.')
  requireStanding(acting, 'deal-with-partners', 'Dealing with another business')
  return { asset: await lookUpAsset(kit, acting, what.number), isKnown: false }
}

/** The other business's manager account of that name or number under which something of the acting business hangs, or hung. */
async function gatheringOwn(manager: EntityManager, acting: Acting, what: What): Promise<Asset | null> {
  if (what.by === 'bundle' || (what.by === 'handle' && what.kind !== 'manager-account')) return null
  const rows = (await manager.query(
    `SELECT DISTINCT gathering.id FROM access_grant link JOIN asset gathering ON gathering.id = link.holder_id
     WHERE link.business_id = $1 AND link.holder_kind = 'manager' AND link.to_business_id IS NOT NULL
       AND ${what.by === 'number' ? 'gathering.number = $2' : 'gathering.handle = $2'} LIMIT 5`,
    [acting.id, what.by === 'number' ? what.number : what.handle],
  )) as { id: string }[]
  const found = await assetsById(
    manager,
    rows.map(row => row.id),
  )
  if (found.length > 1)
    throw new Problem(
      'asset.ambiguous',
      `More than one manager account is called that: ${sayList(found.map(one => `${one.name} (${one.number})`))}. Say its number.`,
    )
  return found[0] ?? null
}

/** Null where it is a number that the business does not know: it may be another's. */
async function reachedBy(manager: EntityManager, acting: Acting, what: What): Promise<Asset | null> {
  try {
    const target = await getTargetReached(manager, acting, what)
    const [asset] = target.assets
    if (asset && !target.bundleId) return asset
  } catch (cause) {
    if (!(cause instanceof Problem) || what.by !== 'number') throw cause
    return null
  }
  throw new Problem('link.not-linkable', 'A bundle cannot be linked: name its accounts.', { pointer: '/sentence' })
}

function assertManager({ kind, name }: Asset): void {
  if (kind === 'manager-account') return
  throw new Problem('link.not-linkable', `${name} is no manager account: accounts hang under manager accounts alone.`, {
    pointer: '/sentence',
  })
}

export function assertLinkable({ kind }: Asset, name: string): void {
  if (kinds[kind].canBeLinked) return
  throw new Problem(
    'link.not-linkable',
    `${name} is of a kind that cannot be linked: only ad accounts and manager accounts hang under a manager account.`,
    { pointer: '/sentence' },
  )
}

/** What a sentence may not say of several accounts at once. */
export function assertSayable({ label, accounts }: LinkSentence): void {
  if (label !== null && accounts.length > 1)
    throw new Problem('request.invalid', '“as” names one account: link them one by one to name each.', {
      pointer: '/sentence',
    })
}
