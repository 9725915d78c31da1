import { answerOf, famigliaClient, type Schemas } from '@famiglia/client'
import {
  givenOf,
  isAddress,
  isTier,
  looksLikeNumber,
  parseWhat,
  printWanted,
  readNumber,
  sayList,
  Temporal,
  tiers,
  wantedOf,
  type Tier,
} from '@famiglia/core'
import type { Command } from 'commander'
import { Exit, type Context } from '../context.ts'
import { zoneOf } from '../dates.ts'
import { keep } from '../settings.ts'
import type { Run } from '../run.ts'
import { listed } from './handovers.ts'
import { beforehandOf, tellProposal } from './inbox.ts'

/** Answering what was sent to one, and tending to what one sent. */
export function answerCommands(program: Command, run: Run): void {
  movingCommands(program, run)

  program
    .command('accept <proposal>')
    .description('accept an invitation, by its link or its id, or an offer; or grant what is asked of your business')
    .option('--less <words>', 'accept or grant less, as "watch on ad-account/summer-crossings"')
    .option(
      '--only <things>',
      'of an ask: grant these alone, as ad-account/summer-crossings,tag/ticket-shop',
      listed,
      [],
    )
    .option('--lower <thing=tier>', 'of an ask: grant this at a lower tier; can be said again', listed, [])
    .option('--keeping <tier>', 'taking over a business: what is left to those who ran it for you')
    .option('--may-give-access', 'of a link: yes, they may give access to others there')
    .option('--with <means>', 'where accepting makes you pay: what you pay with, as means/office-card')
    .option('--payer-as-now', 'of a link: accept it, and leave who pays as it is')
    .option('--let-fall <keys>', 'of a handover: lines that are not to stay, by their keys', listed, [])
    .option('--reason <text>', 'a word to who asked')
    .option('--name <name>', 'your name, for a new sign-in')
    .option('--password <password>', 'a password for a new sign-in; asked for when left out')
    .option('--address <address>', 'answer from this address of yours: a letter comes there')
    .action(
      run(async (context, options: Accepting, wanted: string) => {
        const link = linkIn(wanted)
        if (options.address) return askToMove(context, link, options.address)
        if (!link && (await isForBusiness(context, wanted))) return acceptForBusiness(context, wanted, options)
        if (options.less || options.only.length > 0 || options.lower.length > 0)
          throw new Exit(2, 'Less is for offers and asks; an invitation is changed by who sent it.')
        const keeping = options.keeping ? { keeping: readTier(options.keeping) } : {}
        const accepted = link
          ? await acceptByLink(context, link, options, keeping)
          : await acceptById(context, wanted, keeping)
        context.desk.one(accepted, `Accepted. ${accepted.result}`)
      }),
    )

  program
    .command('decline <proposal>')
    .description('decline an invitation, by its link or its id, an offer, or what is asked of your business')
    .option('--reason <text>', 'a word on why')
    .action(
      run(async (context, { reason }: { reason?: string }, wanted: string) => {
        const link = linkIn(wanted)
        const why = reason ? { reason } : {}
        if (!link && (await isForBusiness(context, wanted))) {
          const path = { ...(await context.path()), proposal: wanted }
          const told = await answerOf(
            context.client.POST('/v1/businesses/{business}/proposals/{proposal}/refusal', {
              params: { path },
              body: why,
            }),
          )
          return context.desk.one(told, told.result)
        }
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
        const { neverSent } = await answerOf(
          context.client.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', { params: { path } }),
        )
        const told = neverSent ? 'Its letter had not left yet: nothing was sent.' : 'Its link no longer works.'
        context.desk.one({ withdrawn: true, neverSent }, `Withdrawn. ${told}`)
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

interface Accepting {
  readonly name?: string
  readonly password?: string
  readonly less?: string
  readonly only: readonly string[]
  readonly lower: readonly string[]
  readonly reason?: string
  readonly address?: string
  readonly keeping?: string
  readonly mayGiveAccess?: boolean
  readonly with?: string
  readonly payerAsNow?: boolean
  readonly letFall: readonly string[]
}

function readTier(text: string): Tier {
  if (isTier(text)) return text
  throw new Exit(2, `“${text}” is no tier: ${tiers.join(', ')} are.`)
}

/** Whoever has a link alone, passed on or meant for another address, has the letter come to an address of theirs. */
async function askToMove(context: Context, link: string | null, address: string): Promise<void> {
  if (!link) throw new Exit(2, '--address goes with the link of an invitation.')
  const asked = await answerOf(context.client.POST('/v1/invitations/moving', { body: { link, address } }))
  context.desk.one(
    asked,
    asked.sentTo
      ? `A letter is on its way to ${asked.sentTo}. Accept by the link in it.`
      : `The inviter is asked whether the invitation may go to ${address}. When they have confirmed it, a letter comes there.`,
  )
}

/** Whether an id is that of something the acting business answers: an offer to it, or what it is asked for. */
async function isForBusiness(context: Context, id: string): Promise<boolean> {
  const business = await context.acting().catch(() => null)
  if (!business || !/^[0-9a-f-]{36}$/i.test(id)) return false
  const { data } = await context.client.GET('/v1/businesses/{business}/proposals/{proposal}', {
    params: { path: { business, proposal: id } },
  })
  return data !== undefined && data.answeredBy !== 'address'
}

async function acceptForBusiness(
  context: Context,
  proposal: string,
  { less: lessSaid, only, lower, reason, mayGiveAccess, with: means, payerAsNow, letFall }: Accepting,
): Promise<void> {
  const { told: read, lines, answerable } = await tellProposal(context, proposal)
  const byThing = only.length > 0 || lower.length > 0
  if (lessSaid && byThing) throw new Exit(2, 'Say --less, or --only and --lower: not both.')
  const less = byThing ? lessByThing(answerable, only, lower, await zoneOf(context)) : lessSaid
  if (mayGiveAccess && !read.question)
    throw new Exit(2, '--may-give-access answers a question that this does not ask. Nothing was done.')
  if (means && !read.paying?.takesMeansOn)
    throw new Exit(2, '--with says what you pay with, and this does not make you pay. Nothing was done.')
  if (payerAsNow && !read.paying?.canStay)
    throw new Exit(2, '--payer-as-now leaves who pays as it is, and this changes nothing else. Nothing was done.')
  context.desk.remark(`${lines.join('\n')}\n`)
  await context.sure(less ? `Accept only this: ${less}?` : 'Accept it?')
  const path = { ...(await context.path()), proposal }
  const body = {
    ...(less ? { less } : {}),
    ...(reason ? { reason } : {}),
    ...(mayGiveAccess ? { mayGiveAccess } : {}),
    ...(means ? { means } : {}),
    ...(payerAsNow ? { payerStays: true } : {}),
    falls: [...letFall],
  }
  const told = await context.withProof(() =>
    answerOf(
      context.client.POST('/v1/businesses/{business}/proposals/{proposal}/acceptance', { params: { path }, body }),
    ),
  )
  context.desk.one(told, told.result)
}

/** What is granted of an ask, thing by thing: those named alone, and some at a lower tier. */
function lessByThing(
  answerable: Schemas['AskedThings']['answerable'],
  only: readonly string[],
  lower: readonly string[],
  zone: string,
): string {
  const find = (said: string) => {
    const found = answerable.find(thing => thing.text === said || thing.name.toLowerCase() === said.toLowerCase())
    if (found) return found.text
    const names = answerable.map(thing => thing.text)
    throw new Exit(2, `“${said}” is not asked for. ${names.length > 0 ? `Asked for: ${sayList(names)}.` : ''}`)
  }
  const lowered = new Map(
    lower.map(said => {
      const [thing = '', tier = ''] = said.split('=')
      return [find(thing), readTier(tier)] as const
    }),
  )
  const wanted = new Set(only.length > 0 ? only.map(find) : answerable.map(thing => thing.text))
  const end = (text: string | null) => (text ? Temporal.Instant.from(text) : null)
  const granted = answerable.flatMap(thing => {
    const what = parseWhat(thing.text)
    const given = givenOf(thing.parts, lowered.get(thing.text) ?? null)
    if (!wanted.has(thing.text) || !given || !what.ok) return []
    return [
      { what: what.what, terms: { ...given, hiding: thing.hiding, from: end(thing.from), until: end(thing.until) } },
    ]
  })
  return printWanted(wantedOf(granted, zone))
}

/** Passing an invitation on by other means, and letting it go to another address. */
function movingCommands(program: Command, run: Run): void {
  program
    .command('pass-on <proposal>')
    .description('the link of an invitation whose letter was lost, to pass on by other means')
    .action(
      run(async (context, _options: object, wanted: string) => {
        const path = { ...(await context.path()), proposal: await sentTo(context, wanted) }
        const passed = await answerOf(
          context.client.POST('/v1/businesses/{business}/proposals/{proposal}/pass-on', { params: { path } }),
        )
        context.desk.one(passed, passed.link)
      }),
    )

  program
    .command('move <proposal>')
    .description('let an invitation go to the other address that was asked for')
    .option('--refuse', 'leave it where it is')
    .action(
      run(async (context, { refuse }: { refuse?: boolean }, wanted: string) => {
        const path = { ...(await context.path()), proposal: await sentTo(context, wanted) }
        const told = await answerOf(
          context.client.POST('/v1/businesses/{business}/proposals/{proposal}/move', {
            params: { path },
            body: { confirmed: !refuse },
          }),
        )
        context.desk.one(told, told.result)
      }),
    )
}

/** The secret part of a link, where what was given is one. */
function linkIn(text: string): string | null {
  if (text.includes('#')) return text.slice(text.indexOf('#') + 1)
  return /^[\w-]{46}$/.test(text) ? text : null
}

async function acceptById(
  context: Context,
  proposal: string,
  kept: { keeping?: Tier },
): Promise<{ business: { number: string; name: string }; result: string }> {
  const params = { path: { proposal } }
  await readOver(context, await answerOf(context.client.GET('/v1/me/proposals/{proposal}', { params })))
  return context.withProof(() =>
    answerOf(context.client.POST('/v1/me/proposals/{proposal}/acceptance', { body: kept, params })),
  )
}

/** What comes along with a yes is read before it is given. */
async function readOver(context: Context, proposal: Schemas['Proposal']): Promise<void> {
  if (proposal.beforehand.length === 0) return
  context.desk.remark(`${[`${proposal.outset}.`, ...beforehandOf(proposal)].join('\n')}\n`)
  await context.sure('Accept it?')
}

async function acceptByLink(
  context: Context,
  link: string,
  options: { name?: string; password?: string },
  kept: { keeping?: Tier },
): Promise<{ business: { number: string; name: string }; result: string }> {
  const { known, signedInAs, proposal } = await answerOf(
    context.client.POST('/v1/invitations/reading', { body: { link } }),
  )
  await readOver(context, proposal)
  if (known || signedInAs)
    return context.withProof(() =>
      answerOf(context.client.POST('/v1/invitations/acceptance', { body: { link, ...kept } })),
    )
  if (!context.desk.interactive && !(options.name && options.password))
    throw new Exit(2, 'A new sign-in needs --name and --password when nobody is there to ask.')
  const signIn = {
    name: options.name ?? (await context.desk.askText('Your name:')),
    password:
      options.password ?? (await context.desk.askText('A password (at least 10 characters):', { secret: true })),
  }
  const call = famigliaClient({ url: context.url }).POST('/v1/invitations/acceptance', {
    body: { link, signIn, ...kept },
  })
  const accepted = await answerOf(call)
  const secret = (await call).response.headers.getSetCookie().map(set => /^famiglia_session=([^;]+)/.exec(set)?.[1])[0]
  if (secret) keep(context.environment, { url: context.url, token: secret, actingFor: accepted.business.number })
  context.desk.remark('Your sign-in is made, and you are signed in here.')
  return accepted
}

/** An open proposal, by its id or by whom it was sent to. */
async function sentTo(context: Context, wanted: string): Promise<string> {
  const isBusiness = looksLikeNumber(wanted)
  if (!isAddress(wanted) && !isBusiness) return wanted
  const { items } = await answerOf(
    context.client.GET('/v1/businesses/{business}/proposals', {
      params: { path: await context.path(), query: { limit: 200 } },
    }),
  )
  const number = isBusiness ? readNumber(wanted) : null
  const found = items.find(proposal =>
    number?.ok ? proposal.partner?.number === number.number : proposal.to === wanted.toLowerCase(),
  )
  if (found) return found.id
  throw new Exit(2, `Nothing open was sent to ${wanted}.`)
}
