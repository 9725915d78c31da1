import { answerOf, idempotencyKey } from '@famiglia/client'
import type { Command } from 'commander'
import { Exit } from '../context.ts'
import type { Run } from '../run.ts'

/** Businesses held in trust for a client, and how offers to one's own are taken. */
export function trustCommands(program: Command, run: Run): void {
  program
    .command('in-trust <name>')
    .description('open a business for a client who has no account yet, and run it until they take it over')
    .requiredOption('--town <town>', 'where it is')
    .option('--zone <zone>', 'its time zone', Intl.DateTimeFormat().resolvedOptions().timeZone)
    .action(
      run(async (context, { town, zone }: { town: string; zone: string }, name: string) => {
        const opened = await answerOf(
          context.client.POST('/v1/businesses/{business}/in-trust', {
            params: { path: await context.path() },
            body: { name, town, zone },
            headers: idempotencyKey(),
          }),
        )
        context.desk.one(
          opened,
          `Opened ${opened.name} (${opened.number}), to be run for its owner until they take it over. Act for it with “famiglia act-for ${opened.number}”; “famiglia chair <address>” hands it to its owner.`,
        )
      }),
    )

  program
    .command('chair <address>')
    .description('invite the client to take over the business that you opened for them')
    .option('--note <text>', 'a personal note for the letter')
    .action(
      run(async (context, { note }: { note?: string }, address: string) => {
        const path = await context.path()
        await context.sure(`Once ${address} accepts, you are no longer in that business. Send it?`)
        const told = await context.withProof(() =>
          answerOf(
            context.client.POST('/v1/businesses/{business}/chair', {
              params: { path },
              body: { address, ...(note ? { note } : {}) },
            }),
          ),
        )
        context.desk.one(told, told.result)
      }),
    )

  program
    .command('offers-at-once <choice>')
    .description('whether what partners offer you takes effect without your approval: yes or no')
    .action(
      run(async (context, _options: object, choice: string) => {
        if (choice !== 'yes' && choice !== 'no') throw new Exit(2, `Say yes or no, not “${choice}”.`)
        const path = await context.path()
        const done = await context.withProof(() =>
          answerOf(
            context.client.PUT('/v1/businesses/{business}/offers-at-once', {
              params: { path },
              body: { offersAtOnce: choice === 'yes' },
            }),
          ),
        )
        context.desk.one(done, choice === 'yes' ? 'Offers take effect at once.' : 'Offers wait for your approval.')
      }),
    )
}
