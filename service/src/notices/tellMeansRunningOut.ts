import { endOfMeans, meansNoticeDays, noticesDue, sayDate, sayMeans } from '@famiglia/core'
import type { Kit } from '../base/kit.ts'
import { assetsChargedTo } from '../assets/queries.ts'
import { runningOutLetter } from '../billing/letters.ts'
import { getBusiness, payingPeopleOf } from '../businesses/queries.ts'
import { changeMeans, getMeansById } from '../means/queries.ts'

/** Means of payment that are good so many days more at most, and of which not all was told; a day is taken as it begins anywhere. */
const due = `
  SELECT id FROM means WHERE removed_at IS NULL AND runs_out IS NOT NULL AND notices < $3 AND runs_out <= ($1::timestamptz + $2 * interval '1 day' + interval '1 day')::date
  ORDER BY runs_out LIMIT 200`

/** Tells who sees to payments 60, 30 and 7 days before a means of payment is good no more, and for what it pays. */
export function tellMeansRunningOut(kit: Kit): () => Promise<void> {
  return async () => {
    const rows = (await kit.database.query(due, [
      kit.clock.now().toString(),
      meansNoticeDays[0],
      meansNoticeDays.length,
    ])) as { id: string }[]
    for (const { id } of rows) await tell(kit, id)
  }
}

async function tell(kit: Kit, id: string): Promise<void> {
  const means = await getMeansById(kit.database.manager, id)
  const business = await getBusiness(kit.database.manager, means.businessId)
  const end = endOfMeans(means.runsOut!, business.zone)
  const wanted = noticesDue(end, kit.clock.now(), meansNoticeDays)
  if (wanted <= means.notices) return
  await kit.change(null, async change => {
    const isTold = (await getMeansById(change.manager, id)).notices >= wanted
    const day = sayDate(end.subtract({ hours: 1 }), business.zone)
    change.record({
      chain: business.id,
      by: null,
      what: isTold ? 'means.looked-at' : 'means.running-out',
      sentence: isTold
        ? `It had been told already that ${sayMeans(means)} runs out.`
        : `The finance people and admins were told that ${sayMeans(means)} is good until ${day}.`,
      data: { means: id },
    })
    if (isTold) return
    await changeMeans(change, id, { notices: wanted })
    const accounts = (await assetsChargedTo(change.manager, [id])).map(asset => asset.name)
    for (const person of await payingPeopleOf(change.manager, business.id))
      await change.mail({ ...runningOutLetter({ person, business }, means, accounts, day), isReminder: true })
  })
}
