import { endOfMeans, isBefore, sayMeans } from '@famiglia/core'
import { changePayer, getAssetById, type Asset } from '../assets/queries.ts'
import type { Change } from '../base/change.ts'
import type { Work } from '../base/jobs.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Business } from '../businesses/queries.ts'
import { canAnswer } from './answering.ts'
import { concernedBy, recordForEach, tellPayingPeople } from './concerned.ts'
import { changedLetter, refusedLetter } from './letters.ts'
import { changesDue, findPayerChange, movePayerChange, type PayerChange } from './records.ts'
import { sayWhoPays } from './sayChange.ts'

/**
 * Carries out a change of who pays whose instant has come. PLANNED: nothing was asked yet, and it can be called off. ASKING:
 * the platform is asked, under one key however often; it cannot be called off. DONE or REFUSED: the one step here, or the old
 * means of payment stays. Whatever is cut off in between is taken up again by the next look for what is due.
 */
export function switchPayment(kit: Kit) {
  return async ({ change: id }: Work['change-payment']): Promise<void> => {
    const planned = await findPayerChange(kit.database.manager, id)
    if (!planned || !isPending(planned) || isBefore(kit.clock.now(), planned.at)) return
    if (planned.state === 'planned') await begin(kit, id)
    // Somebody else may have begun it: who comes second asks the same, and has the same answer.
    if ((await findPayerChange(kit.database.manager, id))?.state !== 'asking') return
    const { asset, means } = planned
    const taken = await kit.platforms.charge(asset.platform, asset.platformRef, means.platformRef, id)
    await finish(kit, id, taken)
  }
}

/** Carries out all changes whose instant has come. */
export function switchAllDue(kit: Kit) {
  return async (): Promise<void> => {
    for (const change of await changesDue(kit.database.manager, kit.clock.now())) await switchPayment(kit)({ change })
  }
}

const isPending = ({ state }: PayerChange) => state === 'planned' || state === 'asking'

/** Says that the platform is asked now, or that the change holds no longer. */
async function begin(kit: Kit, id: string): Promise<void> {
  await step(kit, id, 'planned', async (change, planned, around) => {
    const why = await whyNotGood(kit, change, planned, around)
    await movePayerChange(change, id, 'planned', why ? 'cancelled' : 'asking')
    recordForEach(change, around, planned, {
      what: why ? 'billing.void' : 'billing.asked',
      by: planned.saidBy,
      say: () =>
        why
          ? `Nothing changes in who pays for ${planned.asset.name}: ${why}.`
          : `${platformOf(kit, planned.asset)} was asked to charge ${planned.asset.name} to ${planned.payer.name}.`,
    })
    if (why) await tellPayingPeople(change, around, to => refusedLetter(to, planned, why))
  })
}

async function finish(kit: Kit, id: string, taken: boolean): Promise<void> {
  await step(kit, id, 'asking', async (change, planned, around) => {
    const { asset, payer, answering, means } = planned
    await movePayerChange(change, id, 'asking', taken ? 'done' : 'refused')
    if (taken)
      await changePayer(change.manager, asset.id, {
        payer: payer.id,
        answering: answering.id,
        means: means.id,
        since: change.now,
      })
    const why = `${platformOf(kit, asset)} refused ${sayMeans(means)}`
    recordForEach(change, around, planned, {
      what: taken ? 'billing.changed' : 'billing.refused',
      by: planned.saidBy,
      say: reader =>
        taken
          ? `${sayWhoPays({ ...planned, at: null }, reader.id, reader.zone)}, from now on.`
          : `${platformOf(kit, asset)} refused the means of payment of ${payer.name} for ${asset.name}: ${asset.payer!.name} goes on paying.`,
    })
    await tellPayingPeople(change, around, to =>
      taken
        ? changedLetter(to, planned)
        : refusedLetter(
            to,
            planned,
            to.business.id === payer.id ? why : `${platformOf(kit, asset)} refused what ${payer.name} would pay with`,
          ),
    )
  })
}

type Around = readonly Business[]

class Left extends Error {}

/** One step of a change, from where it stands; nothing where it has left there meanwhile. */
async function step(
  kit: Kit,
  id: string,
  from: PayerChange['state'],
  work: (change: Change, planned: PayerChange, around: Around) => Promise<void>,
): Promise<void> {
  try {
    await kit.change(
      null,
      async change => {
        const planned = await findPayerChange(change.manager, id)
        if (planned?.state !== from) throw new Left()
        return work(change, planned, await concernedBy(change.manager, planned))
      },
      { turn: id },
    )
  } catch (cause) {
    if (!(cause instanceof Left)) throw cause
  }
}

/** Why a change that was good when it was said cannot be carried out now; null where it can. */
async function whyNotGood(
  kit: Kit,
  change: Change,
  { payer, answering, means, asset, at }: PayerChange,
  around: Around,
): Promise<string | null> {
  const own = around.find(business => business.id === payer.id)!
  if (own.closedAt) return `${own.name} is closed`
  if (asset.archivedAt) return `${asset.name} is archived`
  if (!(await canAnswer(kit, change.manager, payer.id, answering.id, await getAssetById(change.manager, asset.id))))
    return `${answering.name} cannot answer for it any more`
  const isRunOut = means.runsOut && !isBefore(at, endOfMeans(means.runsOut, own.zone))
  if (means.removedAt || isRunOut) return `what ${payer.name} would pay with is not good any more`
  return null
}

function platformOf(kit: Kit, asset: Asset): string {
  return kit.platforms.all.find(one => one.key === asset.platform)?.name ?? asset.platform
}

/** What a change came to, for who has just said it; refused by the platform: `means.refused`. */
export async function outcomeOf(kit: Kit, id: string): Promise<'done' | 'waits'> {
  const planned = (await findPayerChange(kit.database.manager, id))!
  if (planned.state === 'refused')
    throw new Problem(
      'means.refused',
      `${platformOf(kit, planned.asset)} refused ${sayMeans(planned.means)}. Nothing changed: ${planned.asset.payer!.name} goes on paying for ${planned.asset.name} as before.`,
    )
  return planned.state === 'done' ? 'done' : 'waits'
}
