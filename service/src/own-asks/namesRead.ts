import { sayList } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'

const namesAfterOn = /\bon ("[^"]*"(?:\s*,\s*"[^"]*")*)/g

/** Whether things are named by what they are called, which only the own business is asked for. */
export function namesThings(wanted: string): boolean {
  return wanted.search(namesAfterOn) >= 0
}

/**
 * What is asked for, with things that are named in quotes (`watch on "Winter Freight"`, or by the platform’s own number) named as
 * sentences name them. What has no such name is refused as `asset.unknown`, two of one name as `asset.ambiguous`.
 */
export async function namesRead(manager: EntityManager, acting: Acting, wanted: string): Promise<string> {
  const lists = [...wanted.matchAll(namesAfterOn)].map(match => match[1]!)
  let read = wanted
  for (const list of lists) {
    const names = [...list.matchAll(/"([^"]*)"/g)].map(match => match[1]!.trim())
    const texts = await Promise.all(names.map(name => textOf(manager, acting, name)))
    read = read.replace(list, texts.join(', '))
  }
  return read
}

async function textOf(manager: EntityManager, acting: Acting, name: string): Promise<string> {
  const found = (await manager.query(
    `SELECT asset.kind || '/' || asset.handle AS text FROM asset WHERE asset.business_id = $1 AND asset.archived_at IS NULL
       AND (lower(asset.name) = lower($2) OR lower(asset.platform_ref) = lower($2))
     UNION ALL SELECT 'bundle/' || bundle.handle FROM bundle WHERE bundle.business_id = $1 AND lower(bundle.name) = lower($2) ORDER BY 1 LIMIT 5`,
    [acting.id, name],
  )) as { text: string }[]
  const [only, ...more] = found.map(({ text }) => text)
  if (!only)
    throw new Problem(
      'asset.unknown',
      `${acting.name} has nothing called “${name}”. Ask an admin what it is called there.`,
      {
        pointer: '/wanted',
      },
    )
  if (more.length > 0)
    throw new Problem('asset.ambiguous', `“${name}” may be ${sayList([only, ...more], 'or')}: say which.`, {
      pointer: '/wanted',
    })
  return only
}
