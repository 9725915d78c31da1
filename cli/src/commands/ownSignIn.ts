import { answerOf } from '@famiglia/client'
import type { Command } from 'commander'
import { Exit } from '../context.ts'
import { age, day, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'

/** One's own ways to sign in, as far as a command line can see to them; passkeys are added in the console. */
export function ownSignInCommands(program: Command, run: Run): void {
  const signIns = program.command('sign-ins').description('your sign-ins and tokens')
  signIns
    .command('list', { isDefault: true })
    .description('list them')
    .action(
      run(async context => {
        const { items } = await answerOf(context.client.GET('/v1/me/sessions'))
        const zone = await zoneOf(context)
        context.desk.list(
          items,
          [
            {
              head: 'where',
              of: one =>
                `${one.kind === 'token' ? `token “${one.name}”` : one.name}${one.current ? ' (this one)' : ''}`,
            },
            { head: 'begun', of: one => age(one.begunAt) },
            { head: 'good until', of: one => day(one.expiresAt, zone) },
            { head: 'id', of: one => one.id },
          ],
          'None.',
        )
      }),
    )
  signIns
    .command('end <id>')
    .description('end one of them')
    .action(
      run(async (context, _options: object, id: string) => {
        await context.withProof(() =>
          answerOf(context.client.DELETE('/v1/me/sessions/{id}', { params: { path: { id } } })),
        )
        context.desk.one({ ended: id }, 'Ended.')
      }),
    )

  program
    .command('recovery-codes')
    .description('draw ten new codes to sign in with where the app is lost; they are shown once')
    .action(
      run(async context => {
        const { codes } = await context.withProof(() => answerOf(context.client.POST('/v1/me/recovery-codes')))
        context.desk.one({ codes }, codes.join('\n'))
        context.desk.remark('Keep them apart from your password. Each is good once; the ones before are void.')
      }),
    )

  program
    .command('forgot-password <address>')
    .description('have a link sent to choose a new password')
    .action(
      run(async (context, _options: object, address: string) => {
        const sent = await answerOf(context.client.POST('/v1/forgotten-passwords', { body: { address } }))
        context.desk.one(sent, `If ${address} has a sign-in, a letter is on its way there.`)
      }),
    )
  program
    .command('new-password <link>')
    .description('choose a new password with the link from the letter')
    .option('--password <password>', 'asked for when left out')
    .option('--code <digits>', 'where a second step is set up')
    .option('--recovery <code>', 'a recovery code, in its place')
    .action(
      run(async (context, given: { password?: string; code?: string; recovery?: string }, wanted: string) => {
        const password =
          given.password ?? (await context.desk.askText('A new password (at least 10 characters):', { secret: true }))
        const link = wanted.slice(wanted.indexOf('#') + 1)
        const { code, recovery } = given
        const body = { link, password, ...(code ? { code } : {}), ...(recovery ? { recovery } : {}) }
        const chosen = await answerOf(context.client.POST('/v1/forgotten-passwords/choice', { body }))
        if (chosen.needs === 'passkey')
          throw new Exit(4, 'A passkey is set up: follow the link in the browser, or say --recovery.')
        if (chosen.needs) throw new Exit(4, 'A second step is set up: say --code, or --recovery.')
        context.desk.one({ chosen: true }, 'Chosen. All open sign-ins have ended; sign in anew.')
      }),
    )

  const addresses = program.command('addresses').description('your e-mail addresses')
  addresses
    .command('list', { isDefault: true })
    .description('list them')
    .action(
      run(async context => {
        const { items } = await answerOf(context.client.GET('/v1/me/addresses'))
        const zone = await zoneOf(context)
        context.desk.list(
          items,
          [
            { head: 'address', of: one => one.address },
            { head: 'letters', of: one => (one.main ? 'letters go here' : '') },
            { head: 'proven', of: one => day(one.verifiedAt, zone) },
          ],
          'None.',
        )
      }),
    )
  addresses
    .command('add <address>')
    .description('add one: a letter goes there, and its link proves that it is yours')
    .action(
      run(async (context, _options: object, address: string) => {
        const sent = await context.withProof(() =>
          answerOf(context.client.POST('/v1/me/addresses', { body: { address } })),
        )
        context.desk.one(sent, `A letter is on its way to ${sent.sentTo}. Follow its link within a day.`)
      }),
    )
  for (const [command, about] of [
    ['main', 'have letters sent there'],
    ['remove', 'remove one'],
  ] as const)
    addresses
      .command(`${command} <address>`)
      .description(about)
      .action(
        run(async (context, _options: object, address: string) => {
          const params = { path: { address } }
          await context.withProof(() =>
            answerOf(
              command === 'main'
                ? context.client.PUT('/v1/me/addresses/{address}/main', { params })
                : context.client.DELETE('/v1/me/addresses/{address}', { params }),
            ),
          )
          context.desk.one(
            { address },
            command === 'main' ? `Letters go to ${address} from now on.` : `Removed: ${address}.`,
          )
        }),
      )

  const reminders = program.command('reminders').description('whether reminders come by letter')
  const say = (byLetter: boolean) =>
    byLetter
      ? 'Reminders come by letter.'
      : 'No reminders come by letter; your desk and “My access” show what waits or runs out.'
  reminders
    .command('show', { isDefault: true })
    .description('whether they do')
    .action(
      run(async context => {
        const now = await answerOf(context.client.GET('/v1/me/reminders'))
        context.desk.one(now, say(now.byLetter))
      }),
    )
  for (const [command, byLetter] of [
    ['on', true],
    ['off', false],
  ] as const)
    reminders
      .command(command)
      .description(byLetter ? 'have them come by letter' : 'have none come by letter')
      .action(
        run(async context => {
          const now = await answerOf(context.client.PUT('/v1/me/reminders', { body: { byLetter } }))
          context.desk.one(now, say(now.byLetter))
        }),
      )
}
