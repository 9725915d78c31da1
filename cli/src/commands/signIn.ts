import { answerOf, famigliaClient } from '@famiglia/client'
import { sayAge, Temporal } from '@famiglia/core'
import type { Command } from 'commander'
import * as openid from 'openid-client'
import { Exit, type Context } from '../context.ts'
import { keep, settingsFile } from '../settings.ts'
import { longDay, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'

/** Signing in and out, and saying for whom one works. */
export function signInCommands(program: Command, run: Run): void {
  program
    .command('sign-in')
    .description('sign in: shows a code, which you confirm in the console (RFC 8628)')
    .option('--url <url>', 'where the service is')
    .action(
      run(async (context, { url }: { url?: string }) => signIn(context, (url ?? context.url).replace(/\/+$/, ''))),
    )

  program
    .command('sign-out')
    .description('end this sign-in and forget its token')
    .action(
      run(async context => {
        if (context.environment['FAMIGLIA_TOKEN'])
          throw new Exit(2, 'FAMIGLIA_TOKEN is set: its token belongs to you, not to this sign-in. Unset it first.')
        await answerOf(context.client.POST('/v1/sign-out'))
        keep(context.environment, { token: undefined, actingFor: undefined })
        context.desk.remark('Signed out.')
      }),
    )

  program
    .command('me')
    .description('who am I, for whom can I work, and how am I signed in')
    .action(
      run(async context => {
        const me = await context.me()
        const acting = await context.acting().catch(() => null)
        const now = Temporal.Now.instant()
        const proof = me.session.unattended
          ? 'never has to confirm who it is (unattended token)'
          : me.session.provenAt
            ? `proven ${sayAge(Temporal.Instant.from(me.session.provenAt), now)}`
            : 'not proven yet'
        const lines = [
          `${me.person.name} (${me.person.address})`,
          `signed in with a ${me.session.kind === 'token' ? 'token' : `${me.session.kind} sign-in`}, ${proof}; ${me.person.secondProof ? 'second step set up' : 'no second step'}`,
          ...me.businesses.map(
            ({ number, name, standing }) => `${number === acting ? '→' : ' '} ${number}  ${name}, ${standing}`,
          ),
        ]
        context.desk.one({ ...me, actingFor: acting }, lines.join('\n'))
      }),
    )

  program
    .command('act-for <business>')
    .description('work for one of your businesses from now on, by number or name')
    .action(
      run(async (context, _options: object, wanted: string) => {
        const { businesses } = await context.me()
        const plain = (text: string) => text.toLowerCase().replace(/[^a-z0-9]/g, '')
        const found = businesses.find(
          ({ number, name }) => plain(number) === plain(wanted) || plain(name).startsWith(plain(wanted)),
        )
        if (!found)
          throw new Exit(
            2,
            `You work for no business “${wanted}”. There ${businesses.length === 1 ? 'is' : 'are'} ${businesses.map(({ name, number }) => `${name} (${number})`).join(', ') || 'none'}.`,
          )
        keep(context.environment, { actingFor: found.number })
        context.desk.remark(`Acting for ${found.name} (${found.number}).`)
      }),
    )

  program
    .command('prove')
    .description('prove again who you are; it holds for ten minutes')
    .option('--code <digits>', 'the six digits your app shows')
    .option('--password <password>', 'where no second step is set up')
    .action(
      run(async (context, given: { code?: string; password?: string }) => {
        if (!given.code && !given.password && !context.desk.interactive)
          throw new Exit(2, 'Nobody is there to ask: say --code, or --password.')
        await context.prove(given)
        context.desk.remark('Proven. It holds for ten minutes.')
      }),
    )

  program
    .command('token <name>')
    .description('make a token for scripts; it is shown once')
    .option('--days <days>', 'how long it is good for', '90')
    .option('--unattended', 'it is never asked to confirm who you are')
    .action(
      run(async (context, { days, unattended }: { days: string; unattended?: boolean }, name: string) => {
        const until = Temporal.Now.instant()
          .add({ hours: Number(days) * 24 })
          .toString()
        const made = await context.withProof(() =>
          answerOf(context.client.POST('/v1/me/tokens', { body: { name, until, unattended: unattended ?? false } })),
        )
        context.desk.one(made, made.token)
        context.desk.remark(`Good until ${longDay(until, await zoneOf(context))}. Use it as FAMIGLIA_TOKEN.`)
      }),
    )
}

async function signIn(context: Context, url: string): Promise<void> {
  const configuration = await openid
    .discovery(new URL(`${url}/oidc`), 'famiglia-cli', undefined, openid.None(), {
      execute: [openid.allowInsecureRequests],
    })
    .catch((cause: unknown) => {
      throw new Exit(
        5,
        `Famiglia does not answer at ${url}. Is it running? (${cause instanceof Error ? cause.message : String(cause)})`,
      )
    })
  const begun = await openid.initiateDeviceAuthorization(configuration, { scope: 'openid profile email' })
  context.desk.remark(
    `Open ${begun.verification_uri_complete ?? begun.verification_uri}\nand confirm the code  ${begun.user_code}\nWaiting …`,
  )
  const tokens = await openid.pollDeviceAuthorizationGrant(configuration, begun).catch((cause: unknown) => {
    throw new Exit(
      3,
      `It was not let in: ${cause instanceof Error ? ((cause as { error_description?: string }).error_description ?? cause.message) : String(cause)}.`,
    )
  })
  keep(context.environment, { url, token: tokens.access_token, actingFor: undefined })
  const me = await answerOf(famigliaClient({ url, token: tokens.access_token }).GET('/v1/me'))
  context.desk.remark(`Signed in as ${me.person.name}. The token is in ${settingsFile(context.environment)}.`)
}
