import { answerOf, idempotencyKey } from '@famiglia/client'
import { capitalised, isStanding, sayList, standingMeans, type Standing } from '@famiglia/core'
import type { Command } from 'commander'
import { eachOf, Exit, type Context } from '../context.ts'
import type { Run } from '../run.ts'

/** People's places in the business: standing, pause, freeze, leaving, and teams. */
export function peopleCommands(program: Command, run: Run): void {
  program
    .command('standing <who> <standing>')
    .description('give somebody a standing: member, finance or admin; somebody new is invited with it')
    .option('--note <text>', 'a note for the letter; for an admin why, which all admins are told')
    .option('--sure', 'somebody new is meant, although their address is asked about')
    .action(
      run(async (context, { note, sure }: { note?: string; sure?: true }, person: string, standing: string) => {
        if (isStanding(standing)) context.desk.remark(`${capitalised(standing)}: ${standingMeans[standing]}`)
        await context.sure(`Make ${person} ${standing}?`)
        const path = { ...(await context.path()), person }
        const key = idempotencyKey()
        const told = await context.withProof(() =>
          answerOf(
            context.client.PUT('/v1/businesses/{business}/people/{person}/standing', {
              params: { path },
              body: { standing: standing as Standing, ...(note ? { note } : {}), sure: sure ?? false },
              headers: key,
            }),
          ),
        )
        context.desk.one(told, told.result)
      }),
    )

  for (const [command, how, lifted] of [
    ['pause', 'pause', false],
    ['resume', 'pause', true],
  ] as const)
    program
      .command(`${command} <who>`)
      .description(lifted ? 'lift a pause: all is as it was' : 'stop somebody for a while; nothing is ended')
      .option('--reason <text>', 'why')
      .action(
        run(async (context, { reason }: { reason?: string }, person: string) =>
          stop(context, how, lifted, person, reason),
        ),
      )

  program
    .command('freeze <who-or-what>')
    .description('stop a person, an asset or one link of it at once; nothing is ended')
    .option('--reason <text>', 'why')
    .option('--under <manager-account>', 'only what goes to the account through that manager account')
    .action(
      run(async (context, { reason, under }: { reason?: string; under?: string }, wanted: string) => {
        if (under) return stopLink(context, false, wanted, under)
        return wanted.includes('@')
          ? stop(context, 'freeze', false, wanted, reason)
          : stopAsset(context, 'freeze', false, wanted)
      }),
    )
  program
    .command('unfreeze <who-or-what>')
    .description('lift a freeze: all is as it was')
    .option('--under <manager-account>', 'of one link alone')
    .action(
      run(async (context, { under }: { under?: string }, wanted: string) => {
        if (under) return stopLink(context, true, wanted, under)
        return wanted.includes('@') ? stop(context, 'freeze', true, wanted) : stopAsset(context, 'freeze', true, wanted)
      }),
    )

  program
    .command('leave')
    .description('leave the business: all it gave you ends')
    .action(
      run(async context => {
        await context.sure('Leave? All that it gave you ends.')
        const path = await context.path()
        const told = await context.withProof(() =>
          answerOf(context.client.POST('/v1/businesses/{business}/leave', { params: { path } })),
        )
        context.desk.one(told, told.result)
      }),
    )

  program
    .command('offboard <who>')
    .description('offboard somebody: what they hold, what only they hold, and with --yes one step that ends it all')
    .option('--successor <key=address...>', 'who takes over what only they hold')
    .option('--reason <text>', 'why; needed where an admin goes or is made')
    .option('--tell-reason', 'they are told why too')
    .action(run(async (context, options: Offboarding, person: string) => offboard(context, options, person)))

  teamCommands(program, run)
}

async function stop(
  context: Context,
  how: 'pause' | 'freeze',
  lifted: boolean,
  person: string,
  reason?: string,
): Promise<void> {
  const params = { path: { ...(await context.path()), person } }
  const told = await context.withProof(() =>
    answerOf(
      lifted
        ? context.client.DELETE(`/v1/businesses/{business}/people/{person}/${how}`, { params })
        : context.client.PUT(`/v1/businesses/{business}/people/{person}/${how}`, {
            params,
            body: reason ? { reason } : {},
          }),
    ),
  )
  context.desk.one(told, told.result)
}

export async function stopAsset(
  context: Context,
  how: 'archive' | 'freeze',
  lifted: boolean,
  asset: string,
): Promise<void> {
  const params = { path: { ...(await context.path()), asset } }
  const changed = await context.withProof(() =>
    answerOf(
      lifted
        ? context.client.DELETE(`/v1/businesses/{business}/assets/{asset}/${how}`, { params })
        : context.client.PUT(`/v1/businesses/{business}/assets/{asset}/${how}`, { params }),
    ),
  )
  const done = { archive: ['brought back', 'archived'], freeze: ['no longer frozen', 'frozen'] }[how][lifted ? 0 : 1]
  context.desk.one(
    changed,
    `${changed.name} is ${done}${lifted ? ': all is as it was' : ': nobody reaches it, and nothing was ended'}.`,
  )
}

async function stopLink(context: Context, lifted: boolean, account: string, under: string): Promise<void> {
  const params = { path: { ...(await context.path()), asset: under, account } }
  const link = '/v1/businesses/{business}/manager-accounts/{asset}/accounts/{account}/freeze'
  const told = await context.withProof(() =>
    answerOf(lifted ? context.client.DELETE(link, { params }) : context.client.PUT(link, { params })),
  )
  context.desk.one(told, told.result)
}

interface Offboarding {
  readonly successor?: string[]
  readonly reason?: string
  readonly tellReason?: true
}

async function offboard(context: Context, options: Offboarding, person: string): Promise<void> {
  const path = { ...(await context.path()), person }
  const leaving = await answerOf(
    context.client.GET('/v1/businesses/{business}/people/{person}/leaving', { params: { path } }),
  )
  const lines = [
    `${leaving.person.name}, ${leaving.person.standing}: reaches ${leaving.holds.length} assets, ${leaving.sessions} sign-ins and ${leaving.tokens} tokens.`,
    ...leaving.holds.map(held => `  ${held.text}  ${held.level}  (${held.through})`),
    ...(leaving.teams.length > 0
      ? [`  in ${leaving.teams.length > 1 ? 'the teams' : 'the team'} ${sayList(leaving.teams)}`]
      : []),
    ...leaving.onlyTheirs.map(
      only =>
        `  only theirs: ${only.kind}, ${only.about}${only.must ? ' (somebody has to take it over)' : ''}  --successor ${only.key}=…`,
    ),
  ]
  if (!context.options.yes && !context.desk.interactive) return context.desk.one(leaving, lines.join('\n'))
  context.desk.remark(lines.join('\n'))
  await context.sure(`End all of it?`)
  const successors = (options.successor ?? []).map(text => {
    const cut = text.lastIndexOf('=')
    if (cut < 1) throw new Exit(2, `“${text}” names no successor: say what=address.`)
    return { key: text.slice(0, cut), address: text.slice(cut + 1) }
  })
  const told = await context.withProof(() =>
    answerOf(
      context.client.POST('/v1/businesses/{business}/people/{person}/leaving', {
        params: { path },
        body: {
          successors,
          ...(options.reason ? { reason: options.reason, tellReason: options.tellReason ?? false } : {}),
        },
      }),
    ),
  )
  const proof =
    told.stillReaches.length === 0
      ? 'Looked at from their side: nothing is left.'
      : `Still reaches ${told.stillReaches.join(', ')}!`
  context.desk.one(told, [told.result, ...told.takenOver, proof].join('\n'))
}

function teamCommands(program: Command, run: Run): void {
  const teams = program.command('teams').description('the business’s teams; make one, put people into it')

  teams
    .command('list', { isDefault: true })
    .description('list them')
    .action(
      run(async context => {
        const path = await context.path()
        const items = eachOf(after =>
          answerOf(
            context.client.GET('/v1/businesses/{business}/teams', {
              params: { path, query: { limit: 200, ...(after ? { after } : {}) } },
            }),
          ),
        )
        await context.desk.stream(
          items,
          [
            { head: 'team', of: team => `team/${team.handle}` },
            { head: 'name', of: team => team.name },
            { head: 'members', of: team => team.members },
            { head: 'grants', of: team => team.grants },
          ],
          'No team is here yet. Make one with “famiglia teams make paid-media --name "Paid media"”.',
        )
      }),
    )
  teams
    .command('show <team>')
    .description('who is in a team, and what it reaches')
    .action(
      run(async (context, _options: object, team: string) => {
        const path = { ...(await context.path()), team: handleOf(team) }
        const found = await answerOf(context.client.GET('/v1/businesses/{business}/teams/{team}', { params: { path } }))
        const lines = [
          found.name,
          ...found.members.map(member => `  ${member.name} <${member.address}>`),
          ...found.reaches.map(one => `  may ${one.may}`),
        ]
        context.desk.one(found, lines.join('\n'))
      }),
    )
  teams
    .command('make <handle>')
    .description('make a team')
    .requiredOption('--name <name>', 'what people call it')
    .action(
      run(async (context, { name }: { name: string }, handle: string) => {
        const body = { handle: handleOf(handle), name }
        const made = await answerOf(
          context.client.POST('/v1/businesses/{business}/teams', {
            params: { path: await context.path() },
            body,
            headers: idempotencyKey(),
          }),
        )
        context.desk.one(
          made,
          `Made: team/${made.handle}. Put people into it with “famiglia teams join ${made.handle} <who>”.`,
        )
      }),
    )
  for (const [command, method, about] of [
    ['join', 'PUT', 'put a member into a team: they gain what it holds, at once'],
    ['drop', 'DELETE', 'take somebody out of a team: they lose what it holds, at once'],
  ] as const)
    teams
      .command(`${command} <team> <who>`)
      .description(about)
      .action(
        run(async (context, _options: object, team: string, person: string) => {
          const params = { path: { ...(await context.path()), team: handleOf(team), person } }
          const told = await context.withProof(() =>
            answerOf(
              method === 'PUT'
                ? context.client.PUT('/v1/businesses/{business}/teams/{team}/members/{person}', { params })
                : context.client.DELETE('/v1/businesses/{business}/teams/{team}/members/{person}', { params }),
            ),
          )
          context.desk.one(told, told.result)
        }),
      )
  teams
    .command('dissolve <team>')
    .description('dissolve a team; what it holds ends')
    .action(
      run(async (context, _options: object, team: string) => {
        await context.sure(`Dissolve ${team}? What it holds ends.`)
        const path = { ...(await context.path()), team: handleOf(team) }
        const told = await answerOf(
          context.client.DELETE('/v1/businesses/{business}/teams/{team}', { params: { path } }),
        )
        context.desk.one(told, told.result)
      }),
    )
}

/** A team's handle, also where it was given as a sentence names it. */
function handleOf(text: string): string {
  return text.replace(/^(team|bundle)\//, '')
}
