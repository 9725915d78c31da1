import { answerOf, idempotencyKey } from '@famiglia/client'
import { accessFilters, heldAsInWords, sayCount, type AccessFilter } from '@famiglia/core'
import type { Command } from 'commander'
import { eachOf, type Context } from '../context.ts'
import { nameOf } from '../names.ts'
import { inOneLine } from '../words.ts'
import type { Run } from '../run.ts'
import { heldColumns } from './partners.ts'
import { zoneOf } from '../dates.ts'
import { holdingColumns } from './reading.ts'

/** Who reaches what at once, seeing as somebody else, readiness, and asking for more. */
export function accessCommands(program: Command, run: Run): void {
  program
    .command('access')
    .description('who reaches what, all at once')
    .option('--show <what>', `only who ${accessFilters.join(', ')}`)
    .option('--find <name>', 'only who is called that')
    .option('--count', 'how many people there are of each, and how many of them are from outside')
    .action(
      run(async (context, { show, find, count }: { show?: string; find?: string; count?: true }) => {
        const path = await context.path()
        if (count) return countAccess(context)
        const query = { ...(show ? { show: show as AccessFilter } : {}), ...(find ? { find } : {}), limit: 200 }
        let assets: { text: string }[] = []
        const page = async (after: string | undefined) => {
          const grid = await answerOf(
            context.client.GET('/v1/businesses/{business}/grid', {
              params: { path, query: { ...query, ...(after ? { after } : {}) } },
            }),
          )
          assets = grid.assets
          return { items: grid.rows, next: grid.next }
        }
        type Row = Awaited<ReturnType<typeof page>>['items'][number]
        const reached = (row: Row) =>
          row.everything
            ? 'everything the business owns, as admin'
            : row.cells
                .map(
                  cell =>
                    `${assets[cell.column]!.text} ${cell.level}${cell.how === 'own' ? '' : ` (${heldAsInWords[cell.how]})`}`,
                )
                .join('; ') || 'nothing yet'
        await context.desk.stream(
          eachOf(page),
          [
            { head: 'who', of: row => row.name },
            { head: 'is', of: whatTheyAre },
            { head: 'second step', of: row => (row.kind !== 'person' ? '' : row.secondProof ? 'yes' : 'none') },
            { head: 'reaches', of: reached },
          ],
          show ? 'Of nobody.' : 'Nobody.',
        )
      }),
    )

  program
    .command('see-as <who>')
    .description('what somebody sees for this business, exactly as they see it; or what a partner business sees of it')
    .action(
      run(async (context, _options: object, person: string) => {
        if (businessIn([person])[0]) return seeAsPartner(context, person)
        const path = { ...(await context.path()), person }
        const holdings = eachOf(after =>
          answerOf(
            context.client.GET('/v1/businesses/{business}/people/{person}/holdings', {
              params: { path, query: after ? { after } : {} },
            }),
          ),
        )
        context.desk.remark(`As ${person} sees it:`)
        await context.desk.stream(
          holdings,
          [...holdingColumns(await zoneOf(context)), { head: 'which allows', of: holding => holding.may }],
          'Nothing: an empty page.',
        )
      }),
    )

  program
    .command('ready <who> <purpose>')
    .description('whether somebody has all that a purpose takes; exit status 0 yes, 1 no')
    .option('--on <assets>', 'only on these, parted by commas')
    .action(
      run(async (context, { on }: { on?: string }, who: string, purpose: string) => {
        const readiness = await answerOf(
          context.client.GET('/v1/businesses/{business}/readiness', {
            params: { path: await context.path(), query: { who, purpose, ...(on ? { on } : {}) } },
          }),
        )
        const mark = { met: '✓', partly: '◐', 'not begun': '◷', waiting: '◷', missing: '✗' } as const
        const lines = readiness.requirements.map(requirement => {
          const where = requirement.asset ? ` on ${requirement.asset.name}` : ''
          const also = requirement.must ? '' : ', if it is wanted'
          const mend = requirement.sentence ?? requirement.remedy
          const shown = requirement.state === 'missing' && !requirement.must ? '+' : mark[requirement.state]
          return `  ${shown} ${requirement.takes}${where}${also}: ${requirement.state}${mend ? `\n      ${mend}` : ''}`
        })
        const verdict = readiness.ready
          ? `is ready to “${readiness.purpose}”.`
          : `is not ready to “${readiness.purpose}”: ${readiness.met} of ${readiness.of} are met.`
        context.desk.one(
          readiness,
          [
            `${readiness.who.name} ${verdict}`,
            ...lines,
            ...(readiness.ready ? [] : [`  ${readiness.whoCanMend.join(' or ')} can say that.`]),
          ].join('\n'),
        )
        if (!readiness.ready) process.exitCode = 1
      }),
    )

  program
    .command('ask <words...>')
    .description(
      'ask for access in your business, or of another: ask [B-…] run on ad-account/summer-crossings until 2027-03-31 --reason …',
    )
    .requiredOption('--reason <text>', 'why you need it')
    .option('--whom <colleague>', 'a colleague whom it is for, by name or address')
    .option('--contact <text>', 'whom another business can write to about it')
    .action(
      run(async (context, { reason, contact, whom }: AskOptions, given: string[]) => {
        const [of, words] = businessIn(given)
        const wanted = inOneLine('', words)
        const asked = await answerOf(
          context.client.POST('/v1/businesses/{business}/asks', {
            params: { path: await context.path() },
            body: {
              wanted,
              reason,
              ...(of ? { of } : {}),
              ...(whom ? { whom: await nameOf(context, 'who', whom) } : {}),
              ...(contact ? { contact } : {}),
            },
            headers: idempotencyKey(),
          }),
        )
        context.desk.one(asked, asked.result)
      }),
    )
}

interface AskOptions {
  readonly reason: string
  readonly contact?: string
  readonly whom?: string
}

async function seeAsPartner(context: Context, partner: string): Promise<void> {
  const path = { ...(await context.path()), partner }
  const found = await answerOf(context.client.GET('/v1/businesses/{business}/partners/{partner}', { params: { path } }))
  context.desk.remark(`As ${found.name} sees it:`)
  context.desk.list(
    found.weGave,
    [...heldColumns(await zoneOf(context)), { head: 'which allows', of: asset => asset.may }],
    'Nothing: an empty page.',
  )
}

/** The business that is asked, where the first word is one, and the words after it. */
function businessIn(words: readonly string[]): [string | null, readonly string[]] {
  const [first = '', ...rest] = words
  return /^b[-\s]?\d/i.test(first) || first.startsWith('business/') ? [first, rest] : [null, words]
}

async function countAccess(context: Context): Promise<void> {
  const params = { path: await context.path() }
  const { items } = await answerOf(context.client.GET('/v1/businesses/{business}/grid/counts', { params }))
  context.desk.list(
    items,
    [
      { head: 'who', of: one => one.show ?? 'everyone' },
      { head: 'people', of: one => one.people },
      { head: 'from outside', of: one => one.outside },
    ],
    'Nobody.',
  )
}

/** What stands in a row of who reaches what: of a team, how many are in it. */
function whatTheyAre({ kind, note, standing }: { kind: string; note: string | null; standing: string | null }): string {
  return kind === 'team' ? `team, ${sayCount(Number(note), 'person', 'people')}` : (note ?? standing ?? kind)
}
