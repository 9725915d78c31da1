import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { sayList, sayState } from '@famiglia/core'
import type { Command } from 'commander'
import { eachOf, type Context } from '../context.ts'
import { day, longDay, second, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'
import { inOneLine } from '../words.ts'

type Line = Schemas['HandoverPreview']['lines'][number] & { readonly difference?: string | null }

/** Assets going from one business to another: proposed, read, stopped. */
export function handoverCommands(program: Command, run: Run): void {
  program
    .command('hand-over <words...>')
    .description(
      'hand-over <assets> to <business> [keeping <tier>] [with billing] [with people] because "…": who owns assets',
    )
    .option('--let-fall <keys>', 'lines of the account that are not to stay, by their keys', listed, [])
    .action(
      run(async (context, { letFall }: { letFall: string[] }, words: string[]) =>
        handOver(context, inOneLine('hand over', words), letFall),
      ),
    )

  const handovers = program
    .command('handovers [handover]')
    .description('what goes over or went over between you and other businesses; or one of them, line by line')
    .action(run(async (context, _options: object, id?: string) => (id ? read(context, id) : list(context))))
  handovers
    .command('stop <handover>')
    .description('stop one while it cools off: nothing has changed')
    .option('--reason <text>', 'why')
    .action(
      run(async (context, { reason }: { reason?: string }, id: string) => {
        const params = { path: { ...(await context.path()), handover: id } }
        await context.sure('Stop it?')
        const told = await context.withProof(() =>
          answerOf(
            context.client.POST('/v1/businesses/{business}/handovers/{handover}/stop', {
              params,
              body: reason ? { reason } : {},
            }),
          ),
        )
        context.desk.one(told, told.result)
      }),
    )
  handovers
    .command('agree <handover>')
    .description('agree to one as it stands now, where somebody could do more than both signed; it takes both sides')
    .action(
      run(async (context, _options: object, id: string) => {
        const params = { path: { ...(await context.path()), handover: id } }
        await context.sure('Agree to it as it stands now?')
        const told = await context.withProof(() =>
          answerOf(context.client.POST('/v1/businesses/{business}/handovers/{handover}/signing', { params })),
        )
        context.desk.one(told, told.result)
      }),
    )
  handovers
    .command('cool <hours>')
    .description('how many hours your handovers cool off, from 0 to 336; the longer of both sides counts')
    .action(
      run(async (context, _options: object, hours: string) => {
        const params = { path: await context.path() }
        const told = await context.withProof(() =>
          answerOf(context.client.PUT('/v1/businesses/{business}/cooling', { params, body: { hours: Number(hours) } })),
        )
        context.desk.one(told, told.result)
      }),
    )
}

/** Several values of one option, given one by one or with commas. */
export function listed(value: string, before: readonly string[]): string[] {
  return [...before, ...value.split(',').filter(Boolean)]
}

async function handOver(context: Context, sentence: string, falls: string[]): Promise<void> {
  const params = { path: await context.path() }
  const body = { sentence, falls }
  const preview = await answerOf(context.client.POST('/v1/businesses/{business}/handovers/preview', { params, body }))
  const zone = await zoneOf(context)
  const { to } = preview
  context.desk.remark(
    [
      preview.summary,
      `  to            ${to.name}, ${to.town}, ${to.number}; in Famiglia since ${longDay(to.since, zone)}${to.mailDomain ? `; mail at ${to.mailDomain}` : ''}`,
      `  completes     ${preview.completesAt}, if they agreed now`,
      `  stays open    until ${preview.staysOpenUntil}`,
      ...(preview.isOwnName && !/ keeping /.test(preview.sentence)
        ? ['  You would keep nothing on it. To go on working with it, add “keeping run”.']
        : []),
      '',
      ...linesOf(preview.lines),
      ...beforeOf(preview),
      '',
    ].join('\n'),
  )
  await context.sure('Send it?')
  const key = idempotencyKey()
  const said = await context.withProof(() =>
    answerOf(context.client.POST('/v1/businesses/{business}/handovers', { params, body, headers: key })),
  )
  context.desk.one(said, said.result)
}

/** The account in two parts: what stays, and what falls; with the key of what a side can choose to fall. */
export function linesOf(lines: readonly Line[]): string[] {
  const part = (head: string, of: readonly Line[]) =>
    of.length === 0 ? [] : [head, ...of.map(line => `  ${sayLine(line)}`)]
  return [
    ...part(
      'Stays',
      lines.filter(line => line.fate !== 'falls'),
    ),
    ...part(
      'Falls',
      lines.filter(line => line.fate === 'falls'),
    ),
  ]
}

/** What each side sees to first, and whose work it ends. */
function beforeOf({ first, lost }: Pick<Schemas['Handover'], 'first' | 'lost'>): string[] {
  const part = (head: string, of: readonly string[]) => (of.length === 0 ? [] : [head, ...of.map(said => `  ${said}`)])
  return [
    ...part(
      'First',
      first.map(
        ({ said, isDone, add }) => `${said}${isDone ? '' : add ? ` To let it go along, name ${add} too.` : ''}`,
      ),
    ),
    ...part(
      'Who could no longer do their job',
      lost.map(
        ({ who, purpose, on, isAsked }) =>
          `${who} could not “${purpose}” any more${isAsked ? ', before they join the new owner' : ''}: ${sayList(on)}`,
      ),
    ),
  ]
}

const differs = {
  new: 'new since both signed: it falls',
  more: 'more than both signed: given as signed',
  less: 'less than both signed',
} as const

function sayLine({ who, on, words, why, canFall, key, difference }: Line): string {
  const change = difference ? ` [${differs[difference as keyof typeof differs]}]` : ''
  return `${who}, on ${on}: ${words} (${why})${change}${canFall ? ` ${key}` : ''}`
}

async function list(context: Context): Promise<void> {
  const path = await context.path()
  const items = eachOf(async after =>
    answerOf(
      context.client.GET('/v1/businesses/{business}/handovers', {
        params: { path, query: { limit: 200, ...(after ? { after } : {}) } },
      }),
    ),
  )
  const zone = await zoneOf(context)
  await context.desk.stream(
    items,
    [
      { head: 'handover', of: one => one.id },
      { head: 'what', of: one => one.what },
      { head: 'from', of: one => one.from.name },
      { head: 'to', of: one => one.to.name },
      { head: 'state', of: one => sayState(one.state) },
      { head: 'completes', of: one => second(one.completesAt, zone), exact: one => one.completesAt },
      { head: 'ended', of: one => day(one.endedAt, zone), exact: one => one.endedAt },
    ],
    'Nothing was handed over, or is on its way. What waits for an answer is under “famiglia inbox”.',
  )
}

async function read(context: Context, id: string): Promise<void> {
  const told = await answerOf(
    context.client.GET('/v1/businesses/{business}/handovers/{handover}', {
      params: { path: { ...(await context.path()), handover: id } },
    }),
  )
  const zone = await zoneOf(context)
  const ended = told.endedAt ? `, ${day(told.endedAt, zone)}${told.endedBy ? ` by ${told.endedBy}` : ''}` : ''
  context.desk.one(
    told,
    [
      `${told.from.name} hands over ${sayList(told.assets.map(asset => asset.name))} to ${told.to.name}${told.keeping ? `, keeping ${told.keeping}` : ''}${told.withBilling ? ', with billing' : ''}${told.withPeople ? ', with people' : ''}.`,
      `  ${told.isContested ? 'contested     ' : 'sent          '}${day(told.sentAt, zone)} by ${told.sentBy}${told.because ? `: ${told.because}` : ''}`,
      ...(told.acceptedAt ? [`  agreed        ${day(told.acceptedAt, zone)} by ${told.acceptedBy}`] : []),
      ...(told.completesAt && told.state === 'cooling'
        ? [`  completes     ${second(told.completesAt, zone)}, by itself; either side can stop it until then`]
        : []),
      `  state         ${sayState(told.state)}${ended}${told.reason && told.state === 'stopped' ? `: ${told.reason}` : ''}`,
      ...(told.anew
        ? [
            `  is more now   than both signed; ${told.anew.you ? 'you agreed' : 'you have not agreed'}, ${told.anew.they ? 'they agreed' : 'they have not agreed'}: “handovers agree ${told.id}”`,
          ]
        : []),
      ...told.keepers.map(
        ({ asset, platform, isTold }) =>
          `  ${isTold ? `on ${platform}, ${told.to.name} keeps ${asset}` : `${platform} has not answered yet who keeps ${asset}`}`,
      ),
      '',
      ...linesOf(told.lines),
      ...(told.state === 'open' || told.state === 'cooling' ? beforeOf(told) : []),
      ...(told.gone.length > 0
        ? ['Signed, and not there any more', ...told.gone.map(({ who, on, words }) => `  ${who}, on ${on}: ${words}`)]
        : []),
    ].join('\n'),
  )
}
