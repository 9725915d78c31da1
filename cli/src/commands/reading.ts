import { answerOf, type Schemas } from '@famiglia/client'
import { sayList } from '@famiglia/core'
import type { Command } from 'commander'
import { allPages, eachOf, first, type Context } from '../context.ts'
import { age, day, end, second, zoneOf } from '../dates.ts'
import type { Column } from '../desk.ts'
import type { Run } from '../run.ts'

const most = 2_000

/** Questions: who reaches what, may somebody, why; people, assets, history. */
export function readingCommands(program: Command, run: Run): void {
  program
    .command('who <what>')
    .description(
      'who reaches an asset: tier, hiding, whether a second step is set up, invited by, since, last used, until',
    )
    .option('--can-give', 'only who can give access there, and why')
    .option('--ready <purpose>', 'how far each of them can do that with it, and what mends it')
    .action(
      run(async (context, { canGive, ready }: { canGive?: boolean; ready?: string }, asset: string) => {
        const path = { ...(await context.path()), asset }
        if (canGive) return givers(context, path)
        if (ready) return readyOnes(context, path, ready)
        const holders = eachOf(after =>
          answerOf(
            context.client.GET('/v1/businesses/{business}/assets/{asset}/holders', {
              params: { path, query: after ? { after } : {} },
            }),
          ),
        )
        await context.desk.stream(holders, holderColumns(await zoneOf(context)), 'Nobody reaches it.')
      }),
    )

  program
    .command('what [who]')
    .description('what somebody reaches; without a name, what you do')
    .action(
      run(async (context, _options: object, person: string | undefined) => {
        const page = async (after: string | undefined) =>
          person
            ? answerOf(
                context.client.GET('/v1/businesses/{business}/people/{person}/holdings', {
                  params: { path: { ...(await context.path()), person }, query: after ? { after } : {} },
                }),
              )
            : answerOf(context.client.GET('/v1/me/holdings', { params: { query: after ? { after } : {} } }))
        await context.desk.stream(
          eachOf(page),
          holdingColumns(await zoneOf(context)),
          `${person ?? 'You'} reach${person ? 'es' : ''} nothing so far.`,
        )
      }),
    )

  program
    .command('can <who> <action> <what>')
    .description('may they? exit status 0 yes, 1 no')
    .action(
      run(async (context, _options: object, who: string, action: string, asset: string) => {
        const answer = await ask(context, who, action, asset)
        context.desk.one({ allowed: answer.allowed, reason: answer.reason }, answer.reason)
        if (!answer.allowed) process.exitCode = 1
      }),
    )

  program
    .command('why <who> <action> <what>')
    .description('why they may, or why not: every path, as a sentence')
    .action(
      run(async (context, _options: object, who: string, action: string, asset: string) => {
        const answer = await ask(context, who, action, asset)
        const paths = answer.paths.map(
          path => `  ${path.counts ? (path.holdsAction ? '✓' : '·') : '✗'} ${path.sentence}`,
        )
        context.desk.one(answer, [answer.reason, ...paths].join('\n'))
      }),
    )

  program
    .command('people')
    .description('the people of the business')
    .option('--invited', 'who is invited and has not answered yet')
    .action(
      run(async (context, { invited }: { invited?: true }) => {
        if (invited) return listInvited(context)
        const path = await context.path()
        const people = eachOf(after =>
          answerOf(
            context.client.GET('/v1/businesses/{business}/people', {
              params: { path, query: after ? { after } : {} },
            }),
          ),
        )
        const zone = await zoneOf(context)
        await context.desk.stream(
          people,
          [
            { head: 'person', of: person => person.name },
            { head: 'address', of: person => person.address },
            { head: 'standing', of: person => person.standing },
            {
              head: 'assets',
              of: person => (person.standing === 'member' && person.assets === 0 ? 'none yet' : person.assets),
            },
            { head: 'teams', of: person => sayList(person.teams.map(team => team.name)) },
            {
              head: 'second step',
              of: person => (person.secondProof === null ? '' : person.secondProof ? 'yes' : 'none'),
            },
            { head: 'stopped', of: person => (person.frozen ? 'frozen' : person.paused ? 'paused' : '') },
            { head: 'invited by', of: person => person.invitedBy },
            { head: 'since', of: person => day(person.since, zone) },
          ],
          'Nobody.',
        )
      }),
    )

  program
    .command('history')
    .description('what happened, newest first; --verify proves that nothing in it is missing or changed')
    .option('--verify', 'read the whole chain and prove it')
    .option('--asset <what>', 'only what concerns an asset')
    .option('--person <who>', 'only what somebody did or what concerned them')
    .option('--limit <entries>', 'how many entries; without it the last 50, or all as --json and --csv')
    .action(
      run(async (context, options: { verify?: boolean; asset?: string; person?: string; limit?: string }) =>
        options.verify ? verify(context) : history(context, options),
      ),
    )
}

/** Who can give access on an asset, and why each. */
async function readyOnes(context: Context, path: { business: string; asset: string }, purpose: string): Promise<void> {
  const found = await allPages(
    after =>
      answerOf(
        context.client.GET('/v1/businesses/{business}/assets/{asset}/readiness', {
          params: { path, query: { purpose, ...(after ? { after } : {}) } },
        }),
      ),
    most,
  )
  const holeOf = (one: Schemas['Readiness']) => one.requirements.find(need => need.must && need.state !== 'met')
  const columns: Column<Schemas['Readiness']>[] = [
    { head: 'person', of: one => one.who.name },
    { head: 'address', of: one => one.who.text },
    { head: 'ready', of: one => (one.ready ? 'yes' : `${one.met} of ${one.of}`) },
    { head: 'to mend it', of: one => holeOf(one)?.sentence ?? holeOf(one)?.remedy ?? '' },
  ]
  context.desk.list(found, columns, 'Nobody was given it.')
}

async function givers(context: Context, path: { business: string; asset: string }): Promise<void> {
  const { giveAccess } = await answerOf(
    context.client.GET('/v1/businesses/{business}/assets/{asset}', { params: { path } }),
  )
  context.desk.list(
    giveAccess,
    [
      { head: 'person', of: giver => giver.name },
      { head: 'address', of: giver => giver.address },
      { head: 'as', of: giver => giver.as },
      { head: 'why', of: giver => giver.why },
    ],
    'Nobody can.',
  )
}

async function ask(context: Context, who: string, action: string, asset: string): Promise<Schemas['Answer']> {
  return answerOf(
    context.client.POST('/v1/businesses/{business}/decisions', {
      params: { path: await context.path() },
      body: { who, action, asset },
    }),
  )
}

async function history(context: Context, options: { asset?: string; person?: string; limit?: string }): Promise<void> {
  const path = await context.path()
  const { asset, person } = options
  const filter = { ...(asset ? { asset } : {}), ...(person ? { person } : {}) }
  const wanted = options.limit === undefined ? null : Math.max(1, Number(options.limit) || 50)
  const all = context.desk.format === 'table' ? 50 : Infinity
  const limit = wanted ?? all
  const entries = eachOf(after =>
    answerOf(
      context.client.GET('/v1/businesses/{business}/history', {
        params: { path, query: { limit: Math.min(200, limit), ...filter, ...(after ? { after } : {}) } },
      }),
    ),
  )
  const zone = await zoneOf(context)
  await context.desk.stream(
    first(entries, limit),
    [
      { head: 'no.', of: entry => entry.number },
      { head: 'when', of: entry => second(entry.at, zone), exact: entry => entry.at },
      { head: 'what happened', of: entry => entry.sentence },
      {
        head: 'hash',
        of: entry => `${entry.hash.slice(0, 4)}…${entry.hash.slice(-4)}`,
        exact: entry => entry.hash,
      },
    ],
    'Nothing yet.',
  )
}

async function verify(context: Context): Promise<void> {
  const proof = await answerOf(
    context.client.GET('/v1/businesses/{business}/history/verification', { params: { path: await context.path() } }),
  )
  const words = proof.whole
    ? `The history is whole: all ${proof.entries} entries were read, none is missing or changed. Last hash ${proof.lastHash}.`
    : `The history is broken at entry ${proof.broken?.number}: ${proof.broken?.reason}. The ${proof.entries} entries before it are whole.`
  context.desk.one(proof, words)
  if (!proof.whole) process.exitCode = 1
}

function holderColumns(zone: string): Column<Schemas['Holder']>[] {
  return [
    {
      head: 'person',
      of: ({ person }) => (person.name === person.address ? person.address : `${person.name} <${person.address}>`),
    },
    { head: 'may', of: holder => `${holder.level}${sayState(holder)}` },
    { head: 'through', of: holder => holder.through },
    { head: 'hiding', of: holder => (holder.hidden.length > 0 ? sayList(holder.hidden) : 'nothing') },
    { head: 'second step', of: holder => (holder.secondProof === null ? '' : holder.secondProof ? 'set up' : 'none') },
    { head: 'invited by', of: holder => holder.invitedBy },
    { head: 'since', of: holder => day(holder.since, zone), exact: holder => holder.since },
    { head: 'last used', of: holder => age(holder.lastUsed) ?? 'never', exact: holder => holder.lastUsed },
    { head: 'until', of: holder => end(holder.until, zone), exact: holder => holder.until },
  ]
}

export function holdingColumns(zone: string): Column<Schemas['Holding']>[] {
  return [
    { head: 'asset', of: ({ asset }) => `${asset.kind}/${asset.handle}` },
    { head: 'name', of: ({ asset }) => asset.name },
    { head: 'of', of: ({ business }) => business.name },
    { head: 'may', of: holding => (holding.why ? `${holding.level} (not now: ${holding.why})` : holding.level) },
    { head: 'hiding', of: holding => (holding.hidden.length > 0 ? sayList(holding.hidden) : 'nothing') },
    { head: 'last used', of: holding => age(holding.lastUsed) ?? 'never', exact: holding => holding.lastUsed },
    { head: 'until', of: holding => end(holding.until, zone), exact: holding => holding.until },
  ]
}

function sayState({ state, why }: Schemas['Holder']): string {
  if (state === 'in force') return ''
  return state === 'stopped' ? ` (not now: ${why})` : ` (${state})`
}

async function listInvited(context: Context): Promise<void> {
  const path = await context.path()
  const open = await allPages(
    after =>
      answerOf(
        context.client.GET('/v1/businesses/{business}/proposals', {
          params: { path, query: { side: 'sent', state: 'open', ...(after ? { after } : {}) } },
        }),
      ),
    most,
  )
  const zone = await zoneOf(context)
  context.desk.list(
    open.filter(({ kind }) => kind === 'invitation'),
    [
      { head: 'invited', of: one => one.to },
      { head: 'as', of: one => one.standing },
      { head: 'to', of: one => one.said },
      { head: 'by', of: one => one.by.name },
      { head: 'sent', of: one => day(one.openedAt, zone) },
      { head: 'open until', of: one => end(one.lapsesAt, zone) },
    ],
    'Nobody is invited.',
  )
}
