import type { Kit } from '../base/kit.ts'
import type { Acting } from '../businesses/acting.ts'

export const steps = ['second step', 'first asset', 'second admin', 'first access'] as const

/** A business is new that long: then what is not done yet is still pointed at. */
const newDays = 14

/** What is done first in a new business, and what of it is; null once all is, and where the business is not new any more. */
export async function firstSteps(
  kit: Kit,
  acting: Acting,
): Promise<{ readonly step: (typeof steps)[number]; readonly done: boolean }[] | null> {
  const [found] = (await kit.database.query(
    `SELECT EXISTS (SELECT FROM asset WHERE business_id = $1) AS "first asset",
       (SELECT count(*) FROM membership WHERE business_id = $1 AND standing = 'admin') > 1 AS "second admin",
       EXISTS (SELECT FROM access_grant WHERE business_id = $1) OR EXISTS (SELECT FROM proposal WHERE business_id = $1
         AND kind IN ('invitation', 'offer')) AS "first access",
       business.opened_at > $2 AS new FROM business WHERE id = $1`,
    [
      acting.id,
      kit.clock
        .now()
        .subtract({ hours: 24 * newDays })
        .toString(),
    ],
  )) as { 'first asset': boolean; 'second admin': boolean; 'first access': boolean; new: boolean }[]
  const done = { ...found!, 'second step': acting.live.secondProof }
  const isBegun = done['first asset'] && done['first access']
  if (steps.every(step => done[step]) || (isBegun && !done.new)) return null
  return steps.map(step => ({ step, done: done[step] }))
}
