import { answerOf } from '@famiglia/client'
import type { Command } from 'commander'
import { Exit } from '../context.ts'
import type { Run } from '../run.ts'

/** The calling card, one's own and others'. */
export function cardCommands(program: Command, run: Run): void {
  const card = program
    .command('card [number]')
    .description('your calling card, or that of a business')
    .action(
      run(async (context, _options: object, number?: string) => {
        const found = number
          ? await answerOf(context.client.GET('/v1/cards/{number}', { params: { path: { number } } }))
          : (
              await answerOf(
                context.client.GET('/v1/businesses/{business}/card', { params: { path: await context.path() } }),
              )
            ).card
        if (!found) throw new Exit(1, 'You have no calling card: “famiglia card publish” makes one.')
        const lines = [
          `${found.name}, ${found.town} (${found.number})`,
          `  ${found.introduction}`,
          ...found.purposes.map(purpose => `  asks for “${purpose.name}”: ${purpose.reason}`),
          `  contact: ${found.contact}`,
          `  ${found.url}`,
        ]
        context.desk.one(found, lines.join('\n'))
      }),
    )
  card
    .command('publish')
    .description('publish your calling card: clients open its link and the offer is composed for them')
    .requiredOption('--introduction <text>', 'a few words about your business')
    .requiredOption('--contact <text>', 'whom clients write to')
    .requiredOption('--purpose <name=reason...>', 'a purpose you need, and why; several may be said')
    .action(
      run(async (context, given: { introduction: string; contact: string; purpose: string[] }) => {
        const purposes = given.purpose.map(text => {
          const [name, ...reason] = text.split('=')
          if (!name?.trim() || reason.length === 0)
            throw new Exit(2, `--purpose is said as "run our adverts=so that we can publish for you", not “${text}”.`)
          return { name: name.trim(), reason: reason.join('=').trim() }
        })
        const { introduction, contact } = given
        const published = await answerOf(
          context.client.PUT('/v1/businesses/{business}/card', {
            params: { path: await context.path() },
            body: { introduction, contact, purposes },
          }),
        )
        context.desk.one(published, `Published: ${published.url}`)
      }),
    )
  card
    .command('take-back')
    .description('take your calling card back: its link leads nowhere then')
    .action(
      run(async context => {
        const done = await answerOf(
          context.client.DELETE('/v1/businesses/{business}/card', { params: { path: await context.path() } }),
        )
        context.desk.one(done, 'Taken back.')
      }),
    )
}
