import { allActions, sayActions, sayDate, type Action, Temporal } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Acting } from '../businesses/acting.ts'
import type { PlannedRecipient } from './planned.ts'

/** More than that in one review is no help. */
const most = 4

interface Use {
  readonly person: string
  readonly asset: string
  readonly action: string
  readonly at: Date
}

/**
 * What somebody last did with an asset that they are given, and what it allows beyond that: whoever only ever looks may need no
 * more. Of the business’s own assets alone, since who uses those is its own to know.
 */
export async function sayLastUses(
  manager: EntityManager,
  acting: Acting,
  recipients: readonly PlannedRecipient[],
): Promise<string[]> {
  const given = recipients.flatMap(({ who, things }) =>
    who.kind === 'person' && who.person
      ? things.flatMap(({ parts }) =>
          parts
            .filter(({ asset }) => asset.businessId === acting.id)
            .map(({ asset, plan }) => ({ person: who.person!.id, name: who.name, asset, level: plan.level })),
        )
      : [],
  )
  if (given.length === 0) return []
  const uses = (await manager.query(
    `SELECT last_use.person_id AS person, last_use.asset_id AS asset, last_use.action, last_use.at FROM unnest($1::uuid[], $2::uuid[]) AS pair(person, asset)
     JOIN last_use ON last_use.person_id = pair.person AND last_use.asset_id = pair.asset WHERE last_use.action IS NOT NULL`,
    [given.map(one => one.person), given.map(one => one.asset.id)],
  )) as Use[]
  const notes = given.flatMap(({ person, name, asset, level }) => {
    const use = uses.find(one => one.person === person && one.asset === asset.id)
    const last = allActions.find(action => action === use?.action)
    const beyond = [...level.actions].filter((action): action is Action => action !== last)
    if (!use || !last || beyond.length === 0) return []
    const on = sayDate(Temporal.Instant.fromEpochMilliseconds(use.at.getTime()), acting.zone)
    return [
      `${name} last used ${asset.name} on ${on}, to ${sayActions([last], asset.kind)}. Beyond that this allows to ${sayActions(beyond, asset.kind)}.`,
    ]
  })
  return notes.slice(0, most)
}
