import { answerOf, type Schemas } from '@famiglia/client'
import type { Command } from 'commander'
import { Exit, type Context } from '../context.ts'
import { age, longEnd, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'

interface WithReason {
  readonly reason?: string
}

/** What admins do to admins: seen for three days, undone by a second one; and whether it takes two. */
export function adminCommands(program: Command, run: Run): void {
  const admins = program.command('admins').description('what was done to admins, to be undone by a second one')
  admins
    .command('list', { isDefault: true })
    .description('what was done within the last three days, in your business and to you')
    .action(
      run(async context => {
        const zone = await zoneOf(context)
        context.desk.list(
          await recent(context),
          [
            { head: 'change', of: one => one.id },
            { head: 'at', of: one => one.business.name },
            { head: 'what', of: one => one.said },
            { head: 'why', of: one => one.reason },
            { head: 'when', of: one => age(one.at) },
            { head: 'undo until', of: one => (one.proposal ? 'asked for' : longEnd(one.until, zone)) },
          ],
          'Nothing was done to admins within the last three days.',
        )
      }),
    )

  admins
    .command('undo <change>')
    .description('ask for it to be undone; another admin decides')
    .requiredOption('--reason <text>', 'why')
    .action(
      run(async (context, { reason = '' }: WithReason, change: string) => {
        const own = (await ofBusiness(context)).some(one => one.id === change)
        const path = await context.path().catch(() => ({ business: '' }))
        const asked = await answerOf(
          own
            ? context.client.POST('/v1/businesses/{business}/admin-changes/{change}/undoing', {
                params: { path: { ...path, change } },
                body: { reason },
              })
            : context.client.POST('/v1/me/admin-changes/{change}/undoing', {
                params: { path: { change } },
                body: { reason },
              }),
        )
        context.desk.one(asked, asked.result)
      }),
    )

  admins
    .command('most <number>')
    .description('how many admins are few enough; with more it is told on their desks')
    .action(
      run(async (context, _options: object, most: string) => {
        const params = { path: await context.path() }
        const body = { most: Number(most) }
        const told = await answerOf(context.client.PUT('/v1/businesses/{business}/most-admins', { params, body }))
        context.desk.one(told, told.result)
      }),
    )

  admins
    .command('approvals <how-many>')
    .description('whether one admin is enough for what is strongest, or it takes two: one or two')
    .requiredOption('--reason <text>', 'why, for all admins')
    .action(
      run(async (context, { reason = '' }: WithReason, choice: string) => {
        if (choice !== 'one' && choice !== 'two') throw new Exit(2, `Say one or two, not “${choice}”.`)
        const params = { path: await context.path() }
        const body = { twoApprovals: choice === 'two', reason }
        const told = await context.withProof(() =>
          answerOf(context.client.PUT('/v1/businesses/{business}/approvals', { params, body })),
        )
        context.desk.one(told, told.result)
      }),
    )
}

/** What was done in the acting business, for its admins, and what was done to oneself, each once. */
async function recent(context: Context): Promise<Schemas['AdminChange'][]> {
  const { items: mine } = await answerOf(context.client.GET('/v1/me/admin-changes'))
  const theirs = await ofBusiness(context)
  return [...theirs, ...mine.filter(one => !theirs.some(other => other.id === one.id))]
}

async function ofBusiness(context: Context): Promise<Schemas['AdminChange'][]> {
  const { businesses } = await context.me()
  const business = await context.acting().catch(() => null)
  if (businesses.find(one => one.number === business)?.standing !== 'admin') return []
  const path = { business: business! }
  return (await answerOf(context.client.GET('/v1/businesses/{business}/admin-changes', { params: { path } }))).items
}
