import { kinds, parseWhat, parseWho } from '@famiglia/core'
import { getAssetNamed } from '../assets/findAsset.ts'
import type { Asset } from '../assets/queries.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { sayWhoCan, requireStanding, type Acting } from '../businesses/acting.ts'
import { getPurpose } from '../purposes/queries.ts'
import { getTarget } from '../reach/findTarget.ts'
import { findAddressee } from '../sentences/addressee.ts'
import { assertDealtWith } from '../sentences/dealtWith.ts'
import { givenFor, readinessOf, type ReadinessInWords } from './readiness.ts'
import { readinessOn } from './readinessOfMany.ts'

interface Asked {
  readonly who: string
  readonly purpose: string
  /** Assets or bundles, parted by commas; what was given for the purpose where none is said. */
  readonly on?: string | undefined
}

/** Whether somebody has all that a purpose takes: told to the admins, and of oneself to everybody. */
export async function askReadiness(kit: Kit, acting: Acting, { who, purpose, on }: Asked): Promise<ReadinessInWords> {
  const { manager } = kit.database
  const reading = parseWho(who)
  if (!reading.ok) throw new Problem(reading.error.code, reading.error.message, { pointer: '/who' })
  const addressee = await findAddressee(kit, manager, acting, reading.who)
  const self = addressee.kind === 'person' && addressee.person?.id === acting.live.person
  if (acting.standing === 'member' && !self)
    throw new Problem(
      'standing.not-enough',
      `Whether others are ready is told to the admins of ${acting.name}; about yourself you can ask. ${sayWhoCan(acting)}`,
    )
  if (addressee.kind === 'person') await assertDealtWith(manager, acting, addressee)
  const wanted = await getPurpose(manager, acting, purpose)
  const named = on ? await namedIn(kit, acting, on) : await givenFor(manager, acting, addressee, wanted)
  return readinessOf(kit, manager, acting, addressee, wanted, named)
}

/** A page of those who were given an asset, and whether they have all that a purpose takes with it. */
export async function askReadinessOn(
  kit: Kit,
  acting: Acting,
  named: string,
  asked: { readonly purpose: string; readonly limit: number; readonly after?: string | undefined },
): Promise<{ items: ReadinessInWords[]; next: string | null }> {
  const { manager } = kit.database
  const asset = await getAssetNamed(manager, acting, named)
  requireStanding(acting, 'arrange-people', 'Seeing whether others are ready')
  const purpose = await getPurpose(manager, acting, asked.purpose)
  if (!purpose.needs.some(need => need.kind === asset.kind))
    throw new Problem('request.invalid', `To “${purpose.name}” takes no ${kinds[asset.kind].noun}.`, {
      pointer: '/purpose',
    })
  return readinessOn(kit, acting, asset, purpose, { limit: asked.limit, after: asked.after })
}

async function namedIn(kit: Kit, acting: Acting, on: string): Promise<Asset[]> {
  const found: Asset[] = []
  for (const text of on.split(/[\s,]+/).filter(Boolean)) {
    const reading = parseWhat(text)
    if (!reading.ok)
      throw new Problem(reading.error.code, reading.error.message, { pointer: '/on', nearest: reading.error.nearest })
    found.push(...(await getTarget(kit.database.manager, acting, reading.what)).assets)
  }
  return found
}
