import { answerOf, Refusal, type Schemas } from '@famiglia/client'
import { sayCount, sayList } from '@famiglia/core'
import type { Command } from 'commander'
import { Exit, type Context } from '../context.ts'
import { day, end, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'

/** The desk: one row for each thing that waits, each with its next step. */
export function deskCommand(program: Command, run: Run): void {
  program
    .command('desk')
    .description('what waits, runs out or is unfinished')
    .option('--follow', 'stay, and show it again whenever something has changed')
    .action(run(async (context, { follow }: { follow?: true }) => (follow ? followDesk(context) : showDesk(context))))

  program
    .command('meant <who> <purpose>')
    .description('what somebody has is not enough for a purpose, and meant so: no desk tells it any more')
    .option('--tell-again', 'it is to be told again')
    .action(
      run(async (context, { tellAgain }: { tellAgain?: true }, who: string, purpose: string) =>
        leaveAsIs(context, who, purpose, !tellAgain),
      ),
    )
}

/** Says of what is not enough for its purpose that it is meant so, or that it is to be told again. */
async function leaveAsIs(context: Context, who: string, purpose: string, meant: boolean): Promise<void> {
  const params = { path: await context.path() }
  const body = { who, purpose, meant }
  const told = await answerOf(context.client.PUT('/v1/businesses/{business}/desk/left-as-is', { params, body }))
  context.desk.one(told, told.result)
}

const firstSteps = {
  'second step': ['set up your second step of signing in', 'in the console, under “How you sign in”'],
  'first asset': ['bring in the first asset', 'assets claim …'],
  'second admin': ['name a second admin: if you lose your sign-in, somebody must let you in again', 'standing … admin'],
  'first access': ['give the first access, to a colleague or an agency', 'let …'],
} as const

interface DeskRow {
  readonly section: string
  readonly about: string
  readonly date: string | null
  readonly next: string
}

/** Shows the desk again after each change, until it is stopped or the sign-in ends. */
async function followDesk(context: Context): Promise<void> {
  const business = await context.acting()
  await showDesk(context)
  context.desk.remark('It is shown again when something changes. Ctrl-C ends it.')
  try {
    for await (const changed of context.changes()) if (changed.includes(business)) await showDesk(context)
  } catch (error) {
    // A sign-in that ends just after a change is found out by the desk, before the stream tells of it.
    if (!(error instanceof Refusal && error.code === 'sign-in.needed')) throw error
  }
  throw new Exit(3, 'Your sign-in has ended.')
}

async function showDesk(context: Context): Promise<void> {
  const found = await answerOf(
    context.client.GET('/v1/businesses/{business}/desk', { params: { path: await context.path() } }),
  )
  if (context.desk.format === 'json') return context.desk.one(found, '')
  const zone = await zoneOf(context)
  context.desk.list(
    rowsOf(found, zone, await isAdminOf(context)),
    [
      { head: 'what', of: row => row.section },
      { head: 'about', of: row => row.about },
      { head: 'date', of: row => row.date },
      { head: 'next', of: row => row.next },
    ],
    'Nothing waits for you, and nothing runs out in the next 30 days.',
  )
}

function rowsOf(found: Schemas['Desk'], zone: string, isAdmin: boolean): DeskRow[] {
  const on = (at: string) => day(at, zone)
  const { steppingIn } = found
  return [
    ...(found.firstSteps ?? [])
      .filter(({ done }) => !done)
      .map(({ step }) => ({
        section: 'first steps',
        about: firstSteps[step][0],
        date: null,
        next: firstSteps[step][1],
      })),
    ...(steppingIn
      ? [
          {
            section: 'steps in',
            about: `${steppingIn.name} becomes an admin unless somebody says no: “${steppingIn.reason}”`,
            date: on(steppingIn.becomes),
            next: steppingIn.canSayNo ? 'understudy no' : 'understudy',
          },
        ]
      : []),
    ...found.contests.map(one => ({
      section: 'contested',
      about: one.isOwner
        ? `${one.claimant.name} says that ${one.what} is theirs: “${one.reason}”`
        : `${one.what}, which you contest`,
      date: on(one.ends),
      next: one.canSayNo ? `contests no ${one.id}` : 'contests',
    })),
    ...found.admins.map(({ finding, admins, most }) => ({
      section: 'worth a look',
      about:
        finding === 'alone'
          ? 'there is only one admin'
          : finding === 'many'
            ? `there are ${sayCount(admins, 'admin')}, more than ${most}`
            : `each of ${sayCount(admins, 'admin')} alone can do what is strongest`,
      date: null,
      next: finding === 'alone' ? 'standing … admin' : finding === 'two' ? 'admins approvals two --reason …' : 'people',
    })),
    ...found.received.map(row => ({
      section: 'waits for you',
      about: `${row.said}${row.note ? `: “${row.note}”` : ''}`,
      date: on(row.openedAt),
      next: `accept ${row.proposal}`,
    })),
    ...found.waiting.map(row => ({
      section: row.lapsesSoon ? 'expires soon' : 'sent',
      about: row.moveTo
        ? `${row.to}: wants to answer from ${row.moveTo}`
        : `${row.said}; ${row.cameBack ?? `it waits for ${row.waitsFor}`}`,
      date: on(row.openedAt),
      next: row.moveTo
        ? `move ${row.proposal}`
        : `${row.canBeSentAgain ? 'remind' : 'withdraw'} ${row.to ?? row.proposal}`,
    })),
    ...found.ending.map(row => ({
      section: 'ends soon',
      about: row.from ? `${row.on}, which ${row.from} gave you` : `${row.holder} on ${row.on}`,
      date: end(row.until, zone),
      next: row.extend ?? `ask ${row.ask?.of ? `${row.ask.of} ` : ''}${row.ask?.wanted} --reason …`,
    })),
    ...found.handovers.map(row => ({
      section: 'goes over',
      about: `${row.what}, from ${row.from.name} to ${row.to.name}`,
      date: end(row.completesAt, zone),
      next: `handovers ${row.id}`,
    })),
    ...found.means.map(row => ({
      section: row.state === 'has run out' ? 'ran out' : 'runs out soon',
      about: `${row.said}${row.paysFor.length > 0 ? `, which pays for ${sayList(row.paysFor.map(one => one.name))}` : ', which pays for nothing'}`,
      date: row.goodUntil,
      next: row.paysFor[0] ? `billing ${row.paysFor[0].text} to … with means/…` : `means remove means/${row.handle}`,
    })),
    ...found.holes.flatMap(readiness =>
      readiness.requirements
        .filter(requirement => requirement.must && requirement.state !== 'met')
        .slice(0, 1)
        .map(requirement => ({
          section: 'not ready',
          about: `${readiness.who.name} cannot “${readiness.purpose}” yet${readiness.at ? ` for ${readiness.at.name}` : ''}: ${requirement.takes}${requirement.asset ? ` on ${requirement.asset.name}` : ''}`,
          date: null,
          next: isAdmin
            ? (requirement.sentence ?? requirement.remedy ?? '')
            : `ask '"${readiness.purpose}"' --reason …`,
        })),
    ),
    ...found.unstaffed.map(row => ({
      section: 'nobody put on it',
      about: `${row.on}, which ${row.from} gave you`,
      date: on(row.since),
      next: `let … ${row.staff}`,
    })),
    ...found.alone.map(row => ({
      section: 'nobody on it',
      about: `the ${row.noun} ${row.name}`,
      date: on(row.since),
      next: `assets siblings ${row.text}`,
    })),
    ...found.unfinished.map(row => ({
      section: 'unfinished',
      about: `${row.person} has no ${row.lacks}`,
      date: on(row.since),
      next: row.lacks === 'assets' ? `let ${row.address} … on …` : 'ask them to set one up',
    })),
    ...found.lapsed.map(row => ({
      section: 'expired',
      about: `${row.to} never answered: ${row.assets.join(', ')}`,
      date: on(row.lapsedAt),
      next: `let ${row.to} … on …`,
    })),
  ]
}

/** Whoever is no admin is told what to ask for, and not what to say. */
async function isAdminOf(context: Context): Promise<boolean> {
  const number = await context.acting()
  return (await context.me()).businesses.some(one => one.number === number && one.standing === 'admin')
}
