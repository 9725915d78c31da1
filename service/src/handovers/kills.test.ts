import { setTimeout as sleep } from 'node:timers/promises'
import { beforeAll, expect, test } from 'vitest'
import { acceptHandover, handOver, readHandover } from '../../../e2e/support/handovers.ts'
import { agnese, betweenTwoBusinesses, bothSignIn, callum, numberOf, scene } from '../../../e2e/support/partners.ts'
import { bringIn, join } from '../../../e2e/support/scene.ts'
import { proposalKinds } from '../proposal-kinds.ts'
import { tendHandovers } from './complete.ts'
import { tellKeepers } from './tellKeepers.ts'

betweenTwoBusinesses()

const day = 'page/day-trips'
let number: string
beforeAll(async () => {
  await bringIn(scene, 'TN-11205', 'day-trips', 'tern')
  number = await numberOf('day-trips')
  await join(scene, 'Wren Halloway', `let WHO watch on ${day}`)
})

/** Cuts off whoever is in the middle of a transaction; how many there were. */
const cut = async () =>
  (
    await scene.sql<{ cut: boolean }>(
      `SELECT pg_terminate_backend(pid) AS cut FROM pg_stat_activity
        WHERE datname = current_database() AND pid <> pg_backend_pid() AND xact_start IS NOT NULL AND state LIKE '%transaction%'`,
    )
  ).length

interface Standing {
  readonly owner: string
  readonly state: string
  readonly cools: boolean
  /** Live grants that somebody who does not own it has given on it. */
  readonly strangers: number
  /** Live grants that hang on one that has ended. */
  readonly hanging: number
}

const standing = async (id: string): Promise<Standing> =>
  (
    await scene.sql<Standing>(
      `SELECT business.number AS owner, proposal.state, asset.handover_id IS NOT NULL AS cools,
        (SELECT count(*)::integer FROM access_grant g WHERE g.asset_id = asset.id AND g.ended_at IS NULL AND g.upstream_id IS NULL AND g.business_id <> asset.business_id) AS strangers,
        (SELECT count(*)::integer FROM access_grant g JOIN access_grant above ON above.id = g.upstream_id WHERE g.asset_id = asset.id AND g.ended_at IS NULL AND above.ended_at IS NOT NULL) AS hanging
       FROM asset JOIN business ON business.id = asset.business_id, proposal WHERE asset.number = $1 AND proposal.id = $2`,
      [number, id],
    )
  )[0]!

test('a handover on which more was given since than one can carry is stopped with its reason, and keeps none of the others from being done', async () => {
  await bringIn(scene, 'TN-11204', 'harbour-walks', 'tern')
  const walks = await handOver(agnese, `hand over page/harbour-walks to ${callum.business} because "In one piece."`)
  await acceptHandover(callum, walks.proposal)
  const { proposal } = await handOver(agnese, `hand over ${day} to ${callum.business} keeping run because "Once."`)
  await acceptHandover(callum, proposal)
  // As many as an import for a whole firm would bring.
  await scene.sql(
    `INSERT INTO access_grant (id, business_id, asset_id, holder_kind, holder_id, tier, actions, hiding, from_at, given_at, given_by, purpose)
     SELECT gen_random_uuid(), asset.business_id, asset.id, 'person', asset.brought_in_by, 'watch', '{}', '{}', now(), now(), asset.brought_in_by, 'reason ' || n
     FROM asset, generate_series(1, 2001) n WHERE asset.handle = 'harbour-walks'`,
  )
  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  expect(await readHandover(agnese, walks.proposal)).toMatchObject({ state: 'stopped' })
  expect((await standing(proposal)).state).toBe('completed')
  await bothSignIn()
  const back = await handOver(callum, `hand over ${number} to ${agnese.business} because "Back."`)
  await acceptHandover(agnese, back.proposal)
  scene.clock.forward({ hours: 72 })
  await tendHandovers(scene.town.service.kit, proposalKinds)()
  await scene.sql("UPDATE access_grant SET ended_at = now() WHERE purpose LIKE 'reason %'")
})

test('cut off 200 times at random moments of its completion, it has gone over whole or not at all, and goes over in the end', async () => {
  const tend = () => tendHandovers(scene.town.service.kit, proposalKinds)()
  let cuts = 0
  let [from, to] = [agnese, callum]
  while (cuts < 200) {
    await bothSignIn()
    ;[from, to] = from.business === agnese.business ? [agnese, callum] : [callum, agnese]
    const what = from === agnese ? day : number
    const { proposal } = await handOver(from, `hand over ${what} to ${to.business} keeping run because "Again."`)
    await acceptHandover(to, proposal)
    scene.clock.forward({ hours: 72 })
    for (let isOver = false; !isOver;) {
      const work = tend().catch(() => undefined)
      await sleep(Math.random() * 40)
      cuts += await cut()
      await work
      const now = await standing(proposal)
      isOver = now.state === 'completed'
      expect(now).toEqual({
        owner: isOver ? to.business : from.business,
        state: isOver ? 'completed' : 'cooling',
        cools: !isOver,
        strangers: 0,
        hanging: 0,
      })
    }
    await tellKeepers(scene.town.service.kit)({ handover: proposal })
    const [keeper] = scene.town
      .platform('tern')
      .things.list()
      .filter(thing => thing.ref === 'TN-11205')
    expect(keeper?.keeper?.number).toBe(to.business)
    ;[from, to] = [to, from]
  }
  const told = await scene.sql<{ count: number }>(
    `SELECT count(*)::integer AS count FROM history WHERE entry->>'what' = 'handover.completed' GROUP BY entry->'data'->>'handover', chain_id HAVING count(*) > 1`,
  )
  expect(told).toEqual([])
}, 600_000)
