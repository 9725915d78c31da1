import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { sayCount } from '@famiglia/core'
import type { Command } from 'commander'
import { Exit, type Context } from '../context.ts'
import { longDay, second, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'

interface Naming {
  readonly after?: string
  readonly note?: string
}

/** Somebody who can become an admin where no admin is left to act. */
export function understudyCommands(program: Command, run: Run): void {
  const understudy = program
    .command('understudy')
    .description('who can step in as an admin where none is left to act, and whether they do')
  understudy.command('show', { isDefault: true }).description('who it is, and how far it is').action(run(show))
  understudy
    .command('name <who>')
    .description('ask one of your people, by address; they accept it')
    .option('--after <days>', 'days without a no, from 3 to 30')
    .option('--note <text>', 'a word to them')
    .action(
      run(async (context, { after, note }: Naming, who: string) => {
        const days = after === undefined ? {} : { days: Number(after) }
        if (after !== undefined && !Number.isInteger(days.days)) throw new Exit(2, `“${after}” is no number of days.`)
        const params = { path: await context.path() }
        const body = { who, ...days, ...(note ? { note } : {}) }
        const headers = idempotencyKey()
        const named = await context.withProof(() =>
          answerOf(context.client.POST('/v1/businesses/{business}/understudy', { params, body, headers })),
        )
        context.desk.one(named, named.result)
      }),
    )
  understudy
    .command('step-in')
    .description('step in, as the understudy: everybody who can say no is told')
    .requiredOption('--reason <text>', 'why')
    .action(
      run(async (context, { reason = '' }: { reason?: string }) => {
        const params = { path: await context.path() }
        const told = await context.withProof(() =>
          answerOf(
            context.client.POST('/v1/businesses/{business}/understudy/stepping-in', { params, body: { reason } }),
          ),
        )
        context.desk.one(told, told.result)
      }),
    )
  for (const [name, what] of [
    ['no', 'say no to an understudy who steps in, or take it back as the understudy'],
    ['ending', 'end the understudy'],
  ] as const)
    understudy
      .command(name === 'ending' ? 'end' : name)
      .description(what)
      .option('--reason <text>', 'why')
      .action(
        run(async (context, { reason }: { reason?: string }) => {
          const params = { path: await context.path() }
          const body = reason ? { reason } : {}
          const told = await answerOf(
            context.client.POST(`/v1/businesses/{business}/understudy/${name}`, { params, body }),
          )
          context.desk.one(told, told.result)
        }),
      )
}

async function show(context: Context): Promise<void> {
  const told = await answerOf(
    context.client.GET('/v1/businesses/{business}/understudy', { params: { path: await context.path() } }),
  )
  context.desk.one(told, linesOf(told, await zoneOf(context)).join('\n'))
}

function linesOf({ understudy, asked, steppingIn }: Schemas['Understudy'], zone: string): string[] {
  return [
    understudy
      ? `${understudy.isYou ? 'You are' : `${understudy.name} (${understudy.address}) is`} the understudy, named by ${understudy.namedBy}, since ${longDay(understudy.since, zone)}: an admin after ${sayCount(understudy.days, 'day', 'days')} without a no.`
      : 'There is no understudy.',
    ...(understudy?.stepsInFrom
      ? [`Somebody said no; stepping in again goes from ${second(understudy.stepsInFrom, zone)} on.`]
      : []),
    ...(asked ? [`${asked.name} was asked on ${longDay(asked.sentAt, zone)}, and has not answered yet.`] : []),
    ...(steppingIn
      ? [
          `${steppingIn.name} stepped in on ${second(steppingIn.began, zone)}: “${steppingIn.reason}”`,
          `  an admin on    ${second(steppingIn.becomes, zone)}, unless somebody says no`,
          ...steppingIn.tellings.map(
            ({ at, isOut }, index) =>
              `  ${index === 0 ? 'letters' : '       '}        ${second(at, zone)}${isOut ? ', sent' : ''}`,
          ),
          `  can say no     ${steppingIn.told.map(one => `${one.name} (${one.standing})`).join(', ') || 'nobody'}`,
        ]
      : []),
  ]
}
