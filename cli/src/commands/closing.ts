import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { capitalised, sayCount } from '@famiglia/core'
import type { Command } from 'commander'
import type { Context } from '../context.ts'
import { longDay, longEnd, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'

/** Closing a business, and opening it again. */
export function closingCommands(program: Command, run: Run): void {
  program
    .command('close')
    .description('what closing your business would end; with a reason it is closed: everything ends, 30 days to undo')
    .option('--reason <text>', 'why, for its history')
    .action(
      run(async (context, { reason }: { reason?: string }) => {
        const params = { path: await context.path() }
        const found = await answerOf(context.client.GET('/v1/businesses/{business}/closure', { params }))
        const lines = (await linesOf(context, found)).join('\n')
        if (!reason) return context.desk.one(found, lines)
        // What stands in the way, or that it is closed, is for the service to refuse.
        if (!found.closed && found.inTheWay.length === 0) {
          context.desk.remark(lines)
          await context.sure('Everything ends at once. Close it?')
        }
        const told = await context.withProof(() =>
          answerOf(
            context.client.PUT('/v1/businesses/{business}/closure', {
              params,
              body: { reason },
              headers: idempotencyKey(),
            }),
          ),
        )
        context.desk.one(told, told.result)
      }),
    )

  program
    .command('reopen')
    .description('open your closed business again, within 30 days')
    .action(
      run(async context => {
        const params = { path: await context.path() }
        const told = await context.withProof(() =>
          answerOf(context.client.DELETE('/v1/businesses/{business}/closure', { params, headers: idempotencyKey() })),
        )
        context.desk.one(told, told.result)
      }),
    )
}

async function linesOf(context: Context, found: Schemas['Closing']): Promise<string[]> {
  const { closed, people, assets, partners, proposals, inTheWay } = found
  const zone = await zoneOf(context)
  if (closed)
    return [
      `Closed on ${longDay(closed.at, zone)} by ${closed.by}. It can be read, and nothing of it counts.`,
      closed.reopensUntil
        ? `“reopen” opens it again, until ${longEnd(closed.reopensUntil, zone)}.`
        : 'It cannot be opened again.',
    ]
  return [
    capitalised(`${sayCount(people, 'person', 'people')} can do nothing any more on its ${sayCount(assets, 'asset')}.`),
    `Nothing counts any more between it and ${sayCount(partners, 'other business', 'other businesses')}.`,
    capitalised(`${sayCount(proposals, 'letter')} without an answer would hold no longer.`),
    'It stays readable, and for 30 days an admin can open it again.',
    ...(inTheWay.length > 0 ? ['First:', ...inTheWay.map(said => `  ${said}`)] : ['To close it: close --reason …']),
  ]
}
