import { setTimeout as sleep } from 'node:timers/promises'
import { answerOf, idempotencyKey, Refusal, type Schemas } from '@famiglia/client'
import { sayList, sayMonth } from '@famiglia/core'
import type { Command } from 'commander'
import { eachOf, Exit, type Context } from '../context.ts'
import { day, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'
import { hanging, inOneLine } from '../words.ts'

type Row = Schemas['Money']['items'][number]

/** Who pays for what and with what: the overview, changing it, and the means of payment. */
export function moneyCommands(program: Command, run: Run): void {
  program
    .command('money')
    .description('ad accounts: who pays, with what, who can spend, and what was spent')
    .action(run(money))

  program
    .command('billing <words...>')
    .description('billing <ad-account> to <who> [with means/…] [from <date>]: who pays, and with what')
    .option('--note <text>', 'a word to the other business, where it needs their approval')
    .option('--call-off', 'call off a change that is planned: billing --call-off <ad-account>')
    .action(
      run(async (context, { note, callOff }: { note?: string; callOff?: boolean }, words: string[]) =>
        callOff ? callOffPlanned(context, words) : say(context, inOneLine('billing', words), note),
      ),
    )

  const means = program
    .command('means')
    .description('what your business pays with, and what each pays for')
    .action(run(list))
  means
    .command('add <platform>')
    .description('add a means of payment: its number is typed in on the platform’s own page')
    .option('--begun <id>', 'go on with one that was begun, once it is registered there')
    .action(
      run(async (context, { begun }: { begun?: string }, platform: string) =>
        begun ? finish(context, begun) : add(context, platform),
      ),
    )
  means
    .command('remove <means>')
    .description('take one off the record that pays for nothing')
    .action(
      run(async (context, _options: object, handle: string) => {
        const path = { ...(await context.path()), means: handle.replace(/^means\//, '') }
        const told = await context.withProof(() =>
          answerOf(context.client.DELETE('/v1/businesses/{business}/means/{means}', { params: { path } })),
        )
        context.desk.one(told, told.result)
      }),
    )
}

async function money(context: Context): Promise<void> {
  const read = async (after: string | undefined) =>
    answerOf(
      context.client.GET('/v1/businesses/{business}/money', {
        params: { path: await context.path(), query: { limit: 200, ...(after ? { after } : {}) } },
      }),
    )
  const first = await read(undefined)
  const items = eachOf(async after => (after ? read(after) : first))
  const zone = await zoneOf(context)
  const { sums, currency, admins, seats } = first
  await context.desk.stream(
    items,
    [
      { head: 'ad account', of: row => row.name },
      { head: 'of', of: row => (row.owner.isOwn ? 'yours' : row.owner.name) },
      { head: 'pays', of: row => `${row.payer.name}, ${row.answering}` },
      { head: 'with', of: row => sayMeans(row) },
      { head: 'good until', of: row => row.goodUntil },
      { head: 'can spend', of: row => row.spenders.map(saySpending).join('; ') },
      { head: `${sayMonth(first.thisMonth)} so far`, of: row => row.thisMonth },
      { head: sayMonth(first.lastMonth), of: row => row.lastMonth },
      { head: 'limit a month', of: row => row.monthly },
      { head: 'planned', of: row => (row.planned ? `${row.planned.said} (${day(row.planned.at, zone)})` : '') },
    ],
    'No ad account that you see the bills of.',
  )
  if (first.items.length === 0) return
  context.desk.remark(
    `You pay for ${sums.accounts}: ${sums.thisMonth} ${currency} in ${sayMonth(first.thisMonth)} so far, ${sums.lastMonth} in ${sayMonth(first.lastMonth)}.`,
  )
  if (admins.length > 0) context.desk.remark(`${sayList(admins)} can spend on all of your own, as admin.`)
  if (seats) context.desk.remark(`Seats: ${seats.words}`)
}

function sayMeans({ payer, means, meansState }: Row): string {
  if (!payer.isOwn) return 'their own, not told'
  if (!means) return 'none on record yet'
  return meansState === 'good' ? means : `${means} (${meansState})`
}

function saySpending({ through, form, people }: Row['spenders'][number]): string {
  const who = people.length > 0 ? `: ${sayList(people)}` : ''
  return form === 'waiting' ? `${through}, waits for an answer` : `${through}${who}`
}

export async function previewBilling(context: Context, sentence: string): Promise<Schemas['BillingPreview']> {
  return answerOf(
    context.client.POST('/v1/businesses/{business}/billing/preview', {
      params: { path: await context.path() },
      body: { sentence },
    }),
  )
}

/** The review of a change of who pays, step by step. */
export function reviewBilling(preview: Schemas['BillingPreview']): string {
  const facts: [string, string][] = [
    ...preview.steps.map(({ what, said }): [string, string] => [what.toLowerCase(), said]),
    ...(preview.staysOpenUntil ? [['stays open', `until ${preview.staysOpenUntil}`] as [string, string]] : []),
    ...(preview.told.length > 0 ? [['who is told', sayList(preview.told)] as [string, string]] : []),
    ...(preview.proofIsFresh ? [] : [['proof', 'you will be asked to confirm who you are'] as [string, string]]),
  ]
  const width = Math.max(...facts.map(([term]) => term.length), 0)
  return [
    preview.summary,
    ...facts.map(([term, answer]) => `  ${term.padEnd(width)}  ${hanging(answer, width + 4)}`),
  ].join('\n')
}

async function say(context: Context, sentence: string, note: string | undefined): Promise<void> {
  const preview = await previewBilling(context, sentence)
  context.desk.remark(`${reviewBilling(preview)}\n`)
  await context.sure(preview.staysOpenUntil ? 'Ask them?' : 'Change who pays?')
  const path = await context.path()
  const key = idempotencyKey()
  const said = await context.withProof(() =>
    answerOf(
      context.client.POST('/v1/businesses/{business}/billing', {
        params: { path },
        body: { sentence, ...(note ? { note } : {}) },
        headers: key,
      }),
    ),
  )
  context.desk.one(said, said.result)
}

async function callOffPlanned(context: Context, [asset, ...more]: readonly string[]): Promise<void> {
  if (!asset || more.length > 0) throw new Exit(2, 'Say the ad account alone: famiglia billing --call-off ad-account/…')
  const path = { ...(await context.path()), asset }
  const told = await answerOf(
    context.client.DELETE('/v1/businesses/{business}/assets/{asset}/billing/planned', { params: { path } }),
  )
  context.desk.one(told, told.result)
}

async function list(context: Context): Promise<void> {
  const { items } = await answerOf(
    context.client.GET('/v1/businesses/{business}/means', { params: { path: await context.path() } }),
  )
  const zone = await zoneOf(context)
  context.desk.list(
    items,
    [
      { head: 'means', of: one => `means/${one.handle}` },
      { head: 'called', of: one => one.said },
      { head: 'on', of: one => one.platformName },
      { head: 'good until', of: one => one.goodUntil ?? 'does not run out' },
      { head: 'state', of: one => one.state },
      { head: 'pays for', of: one => sayList(one.paysFor.map(account => account.name)) },
      { head: 'added', of: one => `${day(one.registeredAt, zone)} by ${one.registeredBy}` },
    ],
    'None on record yet: “famiglia means add marram” begins with one.',
  )
}

/** How long it is waited for the page to be filled in, and how often it is looked. */
const waits = { seconds: 600, every: 2 }

async function add(context: Context, platform: string): Promise<void> {
  const path = await context.path()
  const key = idempotencyKey()
  const begun = await context.withProof(() =>
    answerOf(
      context.client.POST('/v1/businesses/{business}/means/openings', {
        params: { path },
        body: { platform },
        headers: key,
      }),
    ),
  )
  if (!context.desk.interactive)
    return context.desk.one(
      begun,
      `Register it on ${begun.shownAt}, then: famiglia means add ${platform} --begun ${begun.id}`,
    )
  context.desk.remark(`Open this page and register it there:\n\n  ${begun.shownAt}\n\nThis goes on by itself.`)
  for (let tried = 0; tried < waits.seconds / waits.every; tried++) {
    await sleep(waits.every * 1000)
    if (await isFinished(context, begun.id)) return
  }
  throw new Exit(3, `Nothing was registered. Go on with: famiglia means add ${platform} --begun ${begun.id}`)
}

async function isFinished(context: Context, opening: string): Promise<boolean> {
  try {
    await finish(context, opening)
    return true
  } catch (error) {
    if (error instanceof Refusal && error.code === 'means.not-yet') return false
    throw error
  }
}

async function finish(context: Context, opening: string): Promise<void> {
  const added = await answerOf(
    context.client.POST('/v1/businesses/{business}/means', {
      params: { path: await context.path() },
      body: { opening },
    }),
  )
  context.desk.one(added, `${added.said} is on record, as means/${added.handle}.`)
}
