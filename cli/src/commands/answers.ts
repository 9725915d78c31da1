import { answerOf, famigliaClient, type Schemas } from '@famiglia/client'
import { isAddress } from '@famiglia/core'
import type { Command } from 'commander'
import { Exit, type Context } from '../context.ts'
import { keep } from '../settings.ts'
import type { Run } from '../program.ts'

/** Answering what was sent to one, and tending to what one sent. */
export function answerCommands(program: Command, run: Run): void {
  program.command('desk').description('what waits, runs out or is unfinished').action(run(desk))

  program
    .command('accept <proposal>')
    .description('accept an invitation, by its link or its id; makes your sign-in where you have none')
    .option('--name <name>', 'your name, for a new sign-in')
    .option('--password <password>', 'a password for a new sign-in; asked for when left out')
    .action(
      run(async (context, options: { name?: string; password?: string }, wanted: string) => {
        const link = linkIn(wanted)
        const accepted = link
          ? await acceptByLink(context, link, options)
          : await context.withProof(() =>
              answerOf(
                context.client.POST('/v1/me/proposals/{proposal}/acceptance', {
                  params: { path: { proposal: wanted } },
                }),
              ),
            )
        context.desk.one(accepted, `Accepted: you work for ${accepted.business.name} (${accepted.business.number}).`)
      }),
    )

  program
    .command('decline <proposal>')
    .description('decline an invitation, by its link or its id')
    .option('--reason <text>', 'a word on why')
    .action(
      run(async (context, { reason }: { reason?: string }, wanted: string) => {
        const link = linkIn(wanted)
        const why = reason ? { reason } : {}
        await (link
          ? answerOf(context.client.POST('/v1/invitations/refusal', { body: { link, ...why } }))
          : answerOf(
              context.client.POST('/v1/me/proposals/{proposal}/refusal', {
                params: { path: { proposal: wanted } },
                body: why,
              }),
            ))
        context.desk.one({ declined: true }, 'Declined. Nothing was given.')
      }),
    )

  program
    .command('withdraw <proposal>')
    .description('take back what you sent, by its id or its addressee')
    .action(
      run(async (context, _options: object, wanted: string) => {
        const path = { ...(await context.path()), proposal: await sentTo(context, wanted) }
        await answerOf(
          context.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', { params: { path } }),
        )
        context.desk.one({ withdrawn: true }, 'Withdrawn. Its link no longer works.')
      }),
    )

  program
    .command('remind <proposal>')
    .description('send again what you sent, by its id or its addressee; its time begins anew')
    .action(
      run(async (context, _options: object, wanted: string) => {
        const path = { ...(await context.path()), proposal: await sentTo(context, wanted) }
        const sent = await answerOf(
          context.client.POST('/v1/businesses/{business}/proposals/{proposal}/reminder', { params: { path } }),
        )
        context.desk.one(
          sent,
          `Sent again to ${sent.sentTo}; it stays open until ${sent.staysOpenUntil}. The old link no longer works.`,
        )
      }),
    )
}

/** The secret part of a link, where what was given is one. */
function linkIn(text: string): string | null {
  if (text.includes('#')) return text.slice(text.indexOf('#') + 1)
  return /^[\w-]{46}$/.test(text) ? text : null
}

async function acceptByLink(
  context: Context,
  link: string,
  options: { name?: string; password?: string },
): Promise<{ business: { number: string; name: string } }> {
  const { known, signedInAs } = await answerOf(context.client.POST('/v1/invitations/reading', { body: { link } }))
  if (known || signedInAs)
    return context.withProof(() => answerOf(context.client.POST('/v1/invitations/acceptance', { body: { link } })))
  if (!context.desk.interactive && !(options.name && options.password))
    throw new Exit(2, 'A new sign-in needs --name and --password when nobody is there to ask.')
  const signIn = {
    name: options.name ?? (await context.desk.askText('Your name:')),
    password:
      options.password ?? (await context.desk.askText('A password (at least 10 characters):', { secret: true })),
  }
  const call = famigliaClient({ url: context.url }).POST('/v1/invitations/acceptance', { body: { link, signIn } })
  const accepted = await answerOf(call)
  const secret = (await call).response.headers.getSetCookie().map(set => /^famiglia_session=([^;]+)/.exec(set)?.[1])[0]
  if (secret) keep(context.environment, { url: context.url, token: secret, actingFor: accepted.business.number })
  context.desk.remark('Your sign-in is made, and you are signed in here.')
  return accepted
}

/** An open proposal, by its id or by whom it was sent to. */
async function sentTo(context: Context, wanted: string): Promise<string> {
  if (!isAddress(wanted)) return wanted
  const { items } = await answerOf(
    context.client.GET('/v1/businesses/{business}/proposals', {
      params: { path: await context.path(), query: { limit: 200 } },
    }),
  )
  const found = items.find(proposal => proposal.to === wanted.toLowerCase())
  if (found) return found.id
  throw new Exit(2, `Nothing open was sent to ${wanted}.`)
}

type DeskRow = { readonly section: string; readonly about: string; readonly since: string; readonly next: string }

async function desk(context: Context): Promise<void> {
  const found = await answerOf(
    context.client.GET('/v1/businesses/{business}/desk', { params: { path: await context.path() } }),
  )
  if (context.desk.format === 'json') return context.desk.one(found, '')
  context.desk.list(
    deskRows(found),
    [
      { head: 'what', of: row => row.section },
      { head: 'about', of: row => row.about },
      { head: 'date', of: row => row.since },
      { head: 'next', of: row => row.next },
    ],
    'Nothing waits for you, and nothing runs out in the next 30 days.',
  )
}

function deskRows(found: Schemas['Desk']): DeskRow[] {
  const day = (instant: string) => instant.slice(0, 10)
  return [
    ...found.received.map(row => ({
      section: 'waits for you',
      about: `${row.from} of ${row.business} invites you: ${row.assets.join(', ')}`,
      since: day(row.openedAt),
      next: `accept ${row.proposal}`,
    })),
    ...found.waiting.map(row => ({
      section: 'sent',
      about: `${row.to}: ${row.assets.join(', ')}`,
      since: day(row.openedAt),
      next: `remind ${row.to}`,
    })),
    ...found.ending.map(row => ({
      section: 'ends soon',
      about: `${row.person} on ${row.asset}`,
      since: day(row.until),
      next: `let … on ${row.kind}/${row.handle} until …`,
    })),
    ...found.unfinished.map(row => ({
      section: 'unfinished',
      about: `${row.person} has no ${row.lacks}`,
      since: day(row.since),
      next: row.lacks === 'assets' ? `let ${row.address} … on …` : 'ask them to set one up',
    })),
  ]
}
