import { readFileSync } from 'node:fs'
import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { capitalised, outline, sayCount, sayList } from '@famiglia/core'
import { Option, type Command } from 'commander'
import { eachOf, Exit, type Context } from '../context.ts'
import { day, end, zoneOf } from '../dates.ts'
import type { Column } from '../desk.ts'
import type { Run } from '../run.ts'
import { hanging, inOneLine } from '../words.ts'

type Branch = Schemas['Tree']['branches'][number]
type Row = Schemas['AccountsCompared']['items'][number]
type Measure = keyof Row['figures']

/** Manager accounts: linking accounts under them, the tree, and how its accounts stand side by side. */
export function linkCommands(program: Command, run: Run): void {
  program
    .command('link <words...>')
    .description(
      'link <account>[, …] under <manager-account> at <tier> [as "…"] [hiding …] [may give access] [paid by … with means/…] [from …] [until …]',
    )
    .option('--note <text>', 'a word to whom it goes to')
    .option('--numbers <file>', 'take the accounts from a file, or “-” from standard input: link under … at …')
    .option('--only-good', 'with --numbers: leave out the numbers that cannot be linked')
    .action(
      run(async (context, options: Linking, words: string[]) => {
        const said = options.numbers ? await withNumbers(context, options, words) : withLabel(words)
        await say(context, inOneLine('link', said), options.note)
      }),
    )

  program
    .command('unlink <words...>')
    .description('unlink <account>[, …] from <manager-account>: from either side, at once')
    .action(
      run(async (context, _options: object, words: string[]) => say(context, inOneLine('unlink', words), undefined)),
    )

  program
    .command('tree [manager-account]')
    .description('manager accounts and what hangs under them; or the ad accounts of one side by side')
    .option('--days <number>', 'the figures of the last so many days, against as many before', '30')
    .addOption(
      new Option('--order <order>', 'what the accounts of one are sorted by')
        .choices(['name', 'spend', 'results', 'costOfResult', 'revenue'])
        .default('spend'),
    )
    .action(
      run(async (context, { days, order }: { days: string; order: Order }, manager?: string) =>
        manager ? compare(context, manager, days, order) : showTree(context),
      ),
    )

  program
    .command('label <manager-account> <account> [name]')
    .description('what your side calls an account under your manager account; without a name, its own again')
    .action(
      run(async (context, _options: object, asset: string, account: string, name?: string) => {
        const path = { ...(await context.path()), asset, account }
        const told = await answerOf(
          context.client.PUT('/v1/businesses/{business}/manager-accounts/{asset}/accounts/{account}/label', {
            params: { path },
            body: { label: name ?? null },
          }),
        )
        context.desk.one(told, told.result)
      }),
    )
}

interface Linking {
  readonly note?: string
  readonly numbers?: string
  readonly onlyGood?: boolean
}
type Order = 'name' | Measure

/** The shell takes the quotes of a name away. */
function withLabel(words: readonly string[]): string[] {
  return words.map((word, index) =>
    words[index - 1] === 'as' && !word.startsWith('"') && !/\s/.test(word) ? `"${word}"` : word,
  )
}

/** The accounts of a file, after each number was told: nothing is sent while one of them is wrong. */
async function withNumbers(context: Context, { numbers, onlyGood }: Linking, words: string[]): Promise<string[]> {
  const under = words[words.indexOf('under') + 1]
  if (words[0] !== 'under' || !under)
    throw new Exit(
      2,
      'With --numbers the words begin with “under”: famiglia link --numbers accounts.csv under … at run',
    )
  const text = readFileSync(numbers === '-' ? 0 : numbers!, 'utf8')
  const { lines } = await answerOf(
    context.client.POST('/v1/businesses/{business}/links/checks', {
      params: { path: await context.path() },
      body: { text, under },
    }),
  )
  for (const { line, text: stood, number, state, words: told, name } of lines)
    context.desk.remark(
      `${{ good: '✓', wrong: '✗', 'left out': '·' }[state]} line ${line}, ${number ?? stood}${name ? ` (${name})` : ''}: ${told}`,
    )
  const wrong = lines.filter(line => line.state === 'wrong').length
  if (wrong > 0 && !onlyGood)
    throw new Exit(3, `${wrong} of ${lines.length} cannot be linked. Mend them, or add --only-good. Nothing was sent.`)
  const good = lines.flatMap(line => (line.state === 'good' ? [line.number!] : []))
  if (good.length === 0) throw new Exit(3, 'None of them can be linked. Nothing was sent.')
  return [good.join(', '), ...withLabel(words)]
}

export async function previewLinking(context: Context, sentence: string): Promise<Schemas['LinkPreview']> {
  return answerOf(
    context.client.POST('/v1/businesses/{business}/links/preview', {
      params: { path: await context.path() },
      body: { sentence },
    }),
  )
}

async function say(context: Context, sentence: string, note: string | undefined): Promise<void> {
  const preview = await previewLinking(context, sentence)
  context.desk.remark(`${reviewLinking(preview)}\n`)
  await context.sure(preview.verb === 'link' ? 'Link it?' : 'Unlink it?')
  const path = await context.path()
  const key = idempotencyKey()
  const said = await context.withProof(() =>
    answerOf(
      context.client.POST('/v1/businesses/{business}/links', {
        params: { path },
        body: { sentence, ...(note ? { note } : {}) },
        headers: key,
      }),
    ),
  )
  context.desk.one(said, said.result)
}

/** The review of a link: what holds at once, what waits for whom, what it lets whom do. */
export function reviewLinking(preview: Schemas['LinkPreview']): string {
  const facts: [string, string][] = [
    ...preview.outcomes.map((one): [string, string] => ['outcome', one]),
    ...onceEach(
      preview.accounts.map(
        ({ may, hidden }): string => `${may}${hidden.length > 0 ? `; without ${sayList(hidden)}` : ''}`,
      ),
    ).map((one): [string, string] => ['allows', one]),
    ...preview.people.map((one): [string, string] => [preview.verb === 'link' ? 'reaches it' : 'loses it', one]),
    ...(preview.staysOpenUntil ? [['stays open', `until ${preview.staysOpenUntil}`] as [string, string]] : []),
    ...preview.mails.map(({ to, about }): [string, string] => ['letter', `to ${to}: ${about}`]),
    ...preview.notes.map((one): [string, string] => ['note', one]),
    ...(preview.takesProof && !preview.proofIsFresh
      ? [['proof', 'you will be asked to confirm who you are'] as [string, string]]
      : []),
  ]
  const width = Math.max(...facts.map(([term]) => term.length), 0)
  return [
    capitalised(preview.summary),
    ...facts.map(([term, answer]) => `  ${term.padEnd(width)}  ${hanging(answer, width + 4)}`),
  ].join('\n')
}

const onceEach = (texts: readonly string[]) => [...new Set(texts)]

async function showTree(context: Context): Promise<void> {
  const tree = await answerOf(
    context.client.GET('/v1/businesses/{business}/tree', { params: { path: await context.path() } }),
  )
  const zone = await zoneOf(context)
  const lines = outline(tree.nodes, tree.branches)
  if (tree.more) context.desk.remark('There is more than this; look at one manager account.')
  context.desk.list(
    lines,
    [
      { head: 'name', of: ({ depth, node }) => `${'  '.repeat(depth)}${node.name}` },
      { head: 'your label', of: ({ branch }) => branch?.label ?? null },
      { head: 'number', of: ({ node }) => node.number },
      { head: 'of', of: ({ node }) => (node.isOwn ? 'yours' : (node.owner?.name ?? 'not told yet')) },
      { head: 'ceiling', of: ({ branch }) => (branch ? sayCeiling(branch) : '') },
      { head: 'state', of: ({ node, branch }) => (branch ? sayState(branch, zone) : (node.stopped ?? '')) },
      { head: 'until', of: ({ branch }) => (branch && branch.state !== 'ended' ? end(branch.until, zone) : '') },
      { head: 'put on it alone', of: ({ branch }) => (branch ? sayList(branch.alone) : '') },
    ],
    'No manager account yet: “famiglia assets create manager-account …”, then “famiglia link … under …”.',
  )
}

function sayCeiling({
  tier,
  level,
  hidden,
  mayGiveAccess,
}: Pick<Branch, 'tier' | 'level' | 'hidden' | 'mayGiveAccess'>): string {
  return [
    level,
    hidden.length > 0 ? `hides ${sayList(hidden)}` : '',
    mayGiveAccess ? 'may give access' : tier === 'steward' ? 'may not give access' : '',
  ]
    .filter(Boolean)
    .join(', ')
}

function sayState({ state, why, from, until }: Pick<Branch, 'state' | 'why' | 'from' | 'until'>, zone: string): string {
  if (state === 'begins') return `begins on ${day(from, zone)}`
  if (state === 'ended') return `ended on ${day(until, zone)}`
  return state === 'in force' ? state : `${state}: ${why}`
}

async function compare(context: Context, asset: string, days: string, order: Order): Promise<void> {
  const path = { ...(await context.path()), asset }
  const read = (after: string | undefined) =>
    answerOf(
      context.client.GET('/v1/businesses/{business}/manager-accounts/{asset}/accounts', {
        params: { path, query: { days: Number(days), order, limit: 200, ...(after ? { after } : {}) } },
      }),
    )
  const first = await read(undefined)
  const items = eachOf(async after => (after ? read(after) : first))
  const zone = await zoneOf(context)
  const { under, sums, currency } = first
  context.desk.remark(
    `${under.name} (${under.number}): figures of the last ${days} days against the ${days} before, in ${currency}. ${sayList(under.reachedBy.map(one => one.name))} ${under.reachedBy.length === 1 ? 'reaches' : 'reach'} all of it.`,
  )
  const figure = (head: string, measure: Measure): Column<Row> => ({
    head,
    of: row =>
      row.hiddenFigures.includes(measure) ? 'hidden' : row.figures[measure] ? sayMeasured(row.figures[measure]) : '',
  })
  await context.desk.stream(
    items,
    [
      { head: 'account', of: row => row.name },
      { head: 'your label', of: row => row.label },
      { head: 'of', of: row => row.owner.name },
      { head: 'under', of: row => row.under.name },
      { head: 'ceiling', of: row => sayCeiling(row) },
      { head: 'state', of: row => sayState(row, zone) },
      {
        head: 'until',
        of: row => (row.state === 'ended' ? '' : end(row.until, zone)),
        exact: row => (row.state === 'ended' ? '' : row.until),
      },
      { head: 'pays', of: row => row.pays },
      figure('spend', 'spend'),
      figure('results', 'results'),
      figure('cost a result', 'costOfResult'),
      figure('revenue', 'revenue'),
    ],
    'No ad account hangs under it yet: “famiglia link A-… under …” asks for one.',
  )
  if (first.items.length === 0) return
  for (const [head, measure] of [
    ['Spend', 'spend'],
    ['Results', 'results'],
    ['Cost of a result', 'costOfResult'],
    ['Revenue', 'revenue'],
  ] as const) {
    const sum = sums[measure]
    const left =
      sum.leavesOut > 0
        ? `, without ${sayCount(sum.leavesOut, 'account that hides', 'accounts that hide')} it from you`
        : ''
    context.desk.remark(`${head} together: ${sayMeasured(sum)}, of ${sum.of}${left}.`)
  }
}

function sayMeasured({ value, change }: { readonly value: number; readonly change: number | null }): string {
  return change === null ? String(value) : `${value} (${change > 0 ? '+' : ''}${change} %)`
}
