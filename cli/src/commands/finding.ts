import { answerOf } from '@famiglia/client'
import { sayCount } from '@famiglia/core'
import type { Command } from 'commander'
import type { Run } from '../run.ts'

/** Everything by every name. */
export function findCommand(program: Command, run: Run): void {
  program
    .command('find <words...>')
    .description('what is called so: people, assets, teams, bundles, purposes, partners and their people, numbers')
    .action(
      run(async (context, _options: object, words: string[]) => {
        const params = { path: await context.path(), query: { find: words.join(' ') } }
        const found = await answerOf(context.client.GET('/v1/businesses/{business}/search', { params }))
        if (context.desk.format === 'json') return context.desk.one(found, '')
        context.desk.list(
          found.items,
          [
            { head: 'what', of: one => one.what },
            { head: 'name', of: one => one.name },
            { head: 'which', of: one => one.detail },
            { head: 'named as', of: one => one.at },
          ],
          found.advice ?? 'You see nothing of that name here.',
        )
        for (const { name, number, count } of found.elsewhere)
          context.desk.remark(
            `For ${name} you have ${sayCount(count, 'thing', 'things')} of that name: add --for ${number}.`,
          )
      }),
    )
}
