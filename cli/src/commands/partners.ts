import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { sayContact, sayCount, sayList, sayWhereItWorks } from '@famiglia/core'
import type { Command } from 'commander'
import { allPages, eachOf, Exit, type Context } from '../context.ts'
import { day, end, longDay, longEnd, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'

/** Other businesses: finding them, what there is between, whom they put on it, stopping them. */
export function partnerCommands(program: Command, run: Run): void {
  program
    .command('invite-business <address>')
    .description('invite somebody at another firm, by a letter, to open its business here; nothing is given by it')
    .option('--note <text>', 'a word to them')
    .action(
      run(async (context, { note }: { note?: string }, address: string) => {
        const told = await answerOf(
          context.client.POST('/v1/businesses/{business}/business-invitations', {
            params: { path: await context.path() },
            body: { address, ...(note ? { note } : {}) },
            headers: idempotencyKey(),
          }),
        )
        context.desk.one(told, told.result)
      }),
    )

  program
    .command('look-up <number>')
    .description('whose business number it is; nothing is sent')
    .action(
      run(async (context, _options: object, number: string) => {
        const found = await answerOf(
          context.client.POST('/v1/businesses/{business}/look-ups', {
            params: { path: await context.path() },
            body: { number },
          }),
        )
        const zone = await zoneOf(context)
        const lines = [
          `${found.name}, ${sayWhereItWorks(found)} (${found.number})`,
          ...(found.contact ? [`  write to ${sayContact(found.contact)}`] : []),
          `  in Famiglia since ${longDay(found.since, zone)}${found.mailDomain ? `; its admins write from ${found.mailDomain}` : ''}`,
          ...(found.shared.length > 0
            ? found.shared.map(line => `  ${line}`)
            : ['  There is nothing between you yet.']),
        ]
        context.desk.one(found, lines.join('\n'))
      }),
    )

  const partners = program
    .command('partners [partner]')
    .description('the businesses you give to and get from, or all there is between you and one')
    .action(
      run(async (context, _options: object, partner?: string) =>
        partner ? showPartner(context, partner) : listPartners(context),
      ),
    )
  partners
    .command('people <partner>')
    .description('a partner’s people who reach your assets')
    .action(run(async (context, _options: object, partner: string) => listPeople(context, partner)))
  for (const [name, frozen, description] of [
    ['freeze', true, 'stop a partner, or one of its people, at once; nothing is ended'],
    ['lift', false, 'lift a freeze of yours'],
  ] as const)
    partners
      .command(`${name} <partner> [person]`)
      .description(description)
      .action(
        run(async (context, _options: object, partner: string, person?: string) =>
          freeze(context, frozen, partner, person),
        ),
      )

  program
    .command('held')
    .description('what your business holds from others, with the ceiling for its people')
    .action(
      run(async context => {
        const path = await context.path()
        const items = eachOf(after =>
          answerOf(
            context.client.GET('/v1/businesses/{business}/held', {
              params: { path, query: { limit: 200, ...(after ? { after } : {}) } },
            }),
          ),
        )
        await context.desk.stream(items, heldColumns(await zoneOf(context)), 'No other business gave you anything yet.')
      }),
    )
}

type Shared = Schemas['SharedAsset']

export const heldColumns = (zone: string) => [
  { head: 'asset', of: (asset: Shared) => asset.text },
  { head: 'number', of: (asset: Shared) => asset.number },
  { head: 'of', of: (asset: Shared) => asset.owner.name },
  { head: 'ceiling', of: (asset: Shared) => asset.level },
  { head: 'hidden', of: (asset: Shared) => asset.hidden.join(', ') },
  { head: 'until', of: (asset: Shared) => end(asset.until, zone), exact: (asset: Shared) => asset.until },
  { head: 'people', of: (asset: Shared) => asset.people },
]

async function listPartners(context: Context): Promise<void> {
  const path = await context.path()
  const items = eachOf(after =>
    answerOf(
      context.client.GET('/v1/businesses/{business}/partners', {
        params: { path, query: after ? { after } : {} },
      }),
    ),
  )
  await context.desk.stream(
    items,
    [
      { head: 'business', of: item => item.name },
      { head: 'number', of: item => item.number },
      { head: 'town', of: item => item.town },
      { head: 'you gave', of: item => item.gave },
      { head: 'its people', of: item => item.people },
      { head: 'you got', of: item => item.got },
      { head: 'open', of: item => item.open },
      {
        head: 'state',
        of: item => [item.frozen ? 'frozen' : '', item.inTrust ? 'opened for them' : ''].filter(Boolean).join(', '),
      },
    ],
    'No other business yet: “famiglia look-up B-…”, then “famiglia let B-… run on …”, or ask one for something.',
  )
}

async function showPartner(context: Context, named: string): Promise<void> {
  const path = { ...(await context.path()), partner: named }
  const partner = await answerOf(
    context.client.GET('/v1/businesses/{business}/partners/{partner}', { params: { path } }),
  )
  const ready = await Promise.all(
    partner.purposes.map(({ purpose, side }) =>
      answerOf(
        context.client.GET('/v1/businesses/{business}/partners/{partner}/readiness', {
          params: { path, query: { purpose, side } },
        }),
      ).then(told => ({ ...told, side })),
    ),
  )
  const zone = await zoneOf(context)
  const open = partner.open > 0 ? await openWith(context, partner.number) : []
  const shared = (asset: Shared) =>
    [
      `  ${asset.text}: ${asset.level}`,
      asset.hidden.length > 0 ? `, hiding ${sayList(asset.hidden)}` : '',
      asset.until ? `, until ${longEnd(asset.until, zone)}` : '',
      asset.mayPassOn ? ', may pass on' : '',
      `; ${sayCount(asset.people, 'person', 'people')}${asset.staffed === 0 ? ', admins alone' : ''}`,
      asset.stopped ? `\n      ${asset.stopped}` : '',
    ].join('')
  const lines = [
    `${partner.name}, ${partner.town} (${partner.number})${partner.closed ? ', closed: nothing between you counts' : ''}${partner.frozenBy.length > 0 ? `, frozen by ${sayList(partner.frozenBy)}` : ''}`,
    `  in Famiglia since ${longDay(partner.since, zone)}`,
    ...partner.contacts.map(contact => `  contact: ${contact.name} (${contact.address})`),
    ...(open.length > 0 ? ['Not answered yet:', ...open.map(one => `  ${one.outset} (${one.id})`)] : []),
    ...(partner.weGave.length > 0 ? ['You gave them:', ...partner.weGave.map(shared)] : []),
    ...(partner.theyGave.length > 0 ? ['They gave you:', ...partner.theyGave.map(shared)] : []),
    ...ready.map(
      told =>
        `${told.side === 'gave' ? 'They' : 'You'} ${told.ready ? 'have all that it takes' : `lack ${told.of - told.met} of ${told.of} that it takes`} to “${told.purpose}”.`,
    ),
  ]
  context.desk.one({ ...partner, readiness: ready, waiting: open }, lines.join('\n'))
}

/** What is open between the two, from either side. What was asked of an owner who is not told yet stands with nobody. */
async function openWith(context: Context, partner: string): Promise<Schemas['Proposal'][]> {
  const path = await context.path()
  const sides = await Promise.all(
    (['received', 'sent'] as const).map(side =>
      answerOf(
        context.client.GET('/v1/businesses/{business}/proposals', {
          params: { path, query: { side, state: 'open', limit: 200 } },
        }),
      ),
    ),
  )
  return sides.flatMap(({ items }, index) =>
    items.filter(one => (index === 0 ? one.business.number : one.partner?.number) === partner),
  )
}

async function peopleOf(context: Context, partner: string): Promise<Schemas['PartnersPerson'][]> {
  const path = { ...(await context.path()), partner }
  return allPages(
    after =>
      answerOf(
        context.client.GET('/v1/businesses/{business}/partners/{partner}/people', {
          params: { path, query: after ? { after } : {} },
        }),
      ),
    2_000,
  )
}

async function listPeople(context: Context, partner: string): Promise<void> {
  const people = await peopleOf(context, partner)
  const zone = await zoneOf(context)
  const rows = people.flatMap(person => person.assets.map(asset => ({ person, asset })))
  context.desk.list(
    rows,
    [
      { head: 'who', of: ({ person }) => person.name },
      { head: 'address', of: ({ person }) => person.address },
      { head: 'of', of: ({ person }) => person.of },
      { head: 'asset', of: ({ asset }) => asset.text },
      { head: 'has', of: ({ asset }) => asset.level },
      { head: 'since', of: ({ asset }) => day(asset.since, zone) },
      { head: 'last used', of: ({ asset }) => day(asset.lastUsed, zone) ?? 'never' },
      { head: 'stopped', of: ({ person, asset }) => (person.frozen ? 'frozen by you' : (asset.stopped ?? '')) },
    ],
    'Nobody of theirs reaches anything of yours.',
  )
}

async function freeze(context: Context, frozen: boolean, partner: string, person?: string): Promise<void> {
  const path = { ...(await context.path()), partner }
  if (!person) {
    const whole = { params: { path } }
    const told = await answerOf(
      frozen
        ? context.client.PUT('/v1/businesses/{business}/partners/{partner}/freeze', whole)
        : context.client.DELETE('/v1/businesses/{business}/partners/{partner}/freeze', whole),
    )
    return context.desk.one(told, told.result)
  }
  const found = (await peopleOf(context, partner)).find(
    one => one.address === person.toLowerCase() || one.id === person,
  )
  if (!found) throw new Exit(2, `Nobody of theirs with the address ${person} reaches anything of yours.`)
  const one = { params: { path: { ...path, person: found.id } } }
  const told = await answerOf(
    frozen
      ? context.client.PUT('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', one)
      : context.client.DELETE('/v1/businesses/{business}/partners/{partner}/people/{person}/freeze', one),
  )
  context.desk.one(told, told.result)
}
