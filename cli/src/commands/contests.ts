import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import type { Command } from 'commander'
import { eachOf } from '../context.ts'
import { day, second, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'

/** Who owns an asset, contested by who proved control of it on its platform. */
export function contestCommands(program: Command, run: Run): void {
  const contests = program.command('contests').description('what is contested of your business, and what it contests')
  contests
    .command('list', { isDefault: true })
    .description('those under way and those that are over')
    .action(
      run(async context => {
        const zone = await zoneOf(context)
        const path = await context.path()
        const items = eachOf(async after =>
          answerOf(
            context.client.GET('/v1/businesses/{business}/contests', {
              params: { path, query: { limit: 200, ...(after ? { after } : {}) } },
            }),
          ),
        )
        await context.desk.stream(
          items,
          [
            { head: 'contest', of: one => one.id },
            { head: 'what', of: one => one.what },
            { head: 'by', of: one => (one.isOwner ? `${one.by.name} of ${one.claimant.name}` : 'you') },
            { head: 'why', of: one => one.reason },
            {
              head: 'goes over',
              of: one => (one.outcome ? null : second(one.ends, zone)),
              exact: one => (one.outcome ? null : one.ends),
            },
            { head: 'became of it', of: one => sayEnding(one, zone) },
          ],
          'Nothing is contested, and nothing was.',
        )
      }),
    )
  contests
    .command('begin <claim>')
    .description('contest who owns what you proved control of, by the id of the claim')
    .requiredOption('--reason <text>', 'why it is yours')
    .option('--means <means>', 'what you pay for it with from then on, where it is paid for')
    .action(
      run(async (context, { reason = '', means }: { reason?: string; means?: string }, claim: string) => {
        const params = { path: await context.path() }
        const body = { claim, reason, ...(means ? { means } : {}) }
        const headers = idempotencyKey()
        const begun = await context.withProof(() =>
          answerOf(context.client.POST('/v1/businesses/{business}/contests', { params, body, headers })),
        )
        context.desk.one(begun, begun.result)
      }),
    )
  contests
    .command('no <contest>')
    .description('say no, as the owner: it stays; or take it back')
    .option('--reason <text>', 'why')
    .action(
      run(async (context, { reason }: { reason?: string }, contest: string) => {
        const params = { path: { ...(await context.path()), contest } }
        const body = reason ? { reason } : {}
        const told = await answerOf(
          context.client.POST('/v1/businesses/{business}/contests/{contest}/no', { params, body }),
        )
        context.desk.one(told, told.result)
      }),
    )
  contests
    .command('agree <contest>')
    .description('agree, as the owner, that it goes over')
    .action(
      run(async (context, _options: object, contest: string) => {
        const params = { path: { ...(await context.path()), contest } }
        await context.sure('Let it go over?')
        const told = await context.withProof(() =>
          answerOf(context.client.POST('/v1/businesses/{business}/contests/{contest}/agreement', { params })),
        )
        context.desk.one(told, told.result)
      }),
    )
}

function sayEnding({ outcome, ended, endedBy, owner }: Schemas['Contest'], zone: string): string {
  if (!outcome) return ''
  const by = endedBy ? `, by ${endedBy.name} (${endedBy.address})${owner ? ` of ${owner.name}` : ''}` : ''
  return `${outcome === 'fell' ? 'could not go over' : outcome} on ${day(ended, zone)}${by}`
}
