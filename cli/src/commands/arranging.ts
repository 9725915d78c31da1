import { answerOf, idempotencyKey } from '@famiglia/client'
import { isAction, isKind, isTier, kindMeantBy, sayList, tiers, type Action, type Kind } from '@famiglia/core'
import type { Command } from 'commander'
import { Exit, type Context } from '../context.ts'
import type { Run } from '../run.ts'
import { stopAsset } from './people.ts'

/** Arranging assets: kinds, creating, ties, archive, bundles, purposes. */
export function arrangingCommands(program: Command, run: Run): void {
  const assets = program.commands.find(command => command.name() === 'assets')!
  moreAssetCommands(assets, run)
  bundleCommands(program, run)
  purposeCommands(program, run)
}

function moreAssetCommands(assets: Command, run: Run): void {
  assets
    .command('kinds [word]')
    .description('the kinds of asset there are; for one, what each tier and single right allows, side by side')
    .action(
      run(async (context, _options: object, find: string | undefined) => {
        const one = find ? (isKind(find) ? find : kindMeantBy(find)) : null
        if (one) return compareTiers(context, one)
        const { items } = await answerOf(context.client.GET('/v1/kinds', { params: { query: find ? { find } : {} } }))
        context.desk.list(
          items,
          [
            { head: 'kind', of: kind => kind.kind },
            { head: 'can be asked for', of: kind => (kind.canBeAskedFor ? 'yes' : 'no, only offered by who holds it') },
            { head: 'run allows', of: kind => kind.run.join(', ') },
          ],
          `No kind is called “${find}”.`,
        )
      }),
    )
  assets
    .command('show <what>')
    .description('one asset: where it stands, its ties and bundles, who can give it')
    .action(
      run(async (context, _options: object, asset: string) => {
        const found = await answerOf(
          context.client.GET('/v1/businesses/{business}/assets/{asset}', {
            params: { path: { ...(await context.path()), asset } },
          }),
        )
        const names = (list: readonly { text: string }[]) => list.map(one => one.text).join(', ')
        const facts = [
          `${found.name}, ${found.noun}: ${found.kind}/${found.handle}, ${found.number}`,
          `  on ${found.platformName}, ${found.ref}${found.archived ? '; archived' : ''}${found.frozen ? '; frozen' : ''}`,
          ...(found.paidBy ? [`  paid by ${found.paidBy}`] : []),
          ...(found.inside ? [`  inside ${found.inside.text}`] : []),
          ...(found.holds.length > 0 ? [`  holds ${names(found.holds)}`] : []),
          ...(found.ties.length > 0 ? [`  tied to ${names(found.ties)}`] : []),
          ...(found.bundles.length > 0
            ? [`  in ${found.bundles.map(bundle => `bundle/${bundle.handle}`).join(', ')}`]
            : []),
          ...(found.yours ? [`  you may ${found.yours.level}, through ${found.yours.by}`] : []),
          ...found.giveAccess.map(giver => `  ${giver.name} can give it, as ${giver.as}`),
        ]
        context.desk.one(found, facts.join('\n'))
      }),
    )
  assets
    .command('create <platform> <kind>')
    .description('create what is not there yet, on its platform and here')
    .requiredOption('--name <name>', 'what people call it')
    .requiredOption('--handle <handle>', 'what sentences call it')
    .option('--inside <what>', 'what shall hold it, as an analytics account holds a property')
    .action(
      run(
        async (context, options: { name: string; handle: string; inside?: string }, platform: string, kind: string) => {
          const made = await answerOf(
            context.client.POST('/v1/businesses/{business}/assets', {
              params: { path: await context.path() },
              body: { platform, kind, ...options },
              headers: idempotencyKey(),
            }),
          )
          context.desk.one(
            made,
            `Created: ${made.kind}/${made.handle}, ${made.number}, ${made.ref} on ${made.platformName}.`,
          )
          if (made.bundles.length > 0)
            context.desk.remark(`Taken in by ${made.bundles.map(bundle => `bundle/${bundle.handle}`).join(', ')}.`)
          context.desk.remark(`Who should reach it too?  famiglia assets siblings ${made.kind}/${made.handle}`)
        },
      ),
    )
  assets
    .command('siblings <what>')
    .description('who holds others of its kind and not this one, with the sentence that would change it')
    .action(
      run(async (context, _options: object, asset: string) => {
        const { items } = await answerOf(
          context.client.GET('/v1/businesses/{business}/assets/{asset}/siblings', {
            params: { path: { ...(await context.path()), asset } },
          }),
        )
        context.desk.list(
          items,
          [
            { head: 'who', of: one => one.name },
            { head: 'has', of: one => one.has },
            { head: 'say', of: one => one.sentence },
          ],
          'Nobody holds another of its kind without this one.',
        )
      }),
    )
  for (const [command, lifted, about] of [
    ['archive', false, 'archive an asset: nobody reaches it, nothing is ended'],
    ['bring-back', true, 'bring an archived asset back, as it was'],
  ] as const)
    assets
      .command(`${command} <what>`)
      .description(about)
      .action(run(async (context, _options: object, what: string) => stopAsset(context, 'archive', lifted, what)))
  for (const [command, method, about] of [
    ['tie', 'PUT', 'say that two assets work together: a purpose given on one takes the other along'],
    ['untie', 'DELETE', 'say that they do not; what was given stays'],
  ] as const)
    assets
      .command(`${command} <what> <other>`)
      .description(about)
      .action(
        run(async (context, _options: object, asset: string, other: string) => {
          const params = { path: { ...(await context.path()), asset, other } }
          const told = await answerOf(
            method === 'PUT'
              ? context.client.PUT('/v1/businesses/{business}/assets/{asset}/ties/{other}', { params })
              : context.client.DELETE('/v1/businesses/{business}/assets/{asset}/ties/{other}', { params }),
          )
          context.desk.one(told, told.result)
        }),
      )
}

/** What each tier and each single right on a kind of asset allows, side by side. */
async function compareTiers(context: Context, kind: Kind): Promise<void> {
  const compared = await answerOf(context.client.GET('/v1/kinds/{kind}', { params: { path: { kind } } }))
  const rows = compared.topics.flatMap(({ topic, actions }) => actions.map(action => ({ topic, ...action })))
  context.desk.list(
    rows,
    [
      { head: 'about', of: one => one.topic },
      { head: compared.noun, of: one => one.words },
      ...tiers.map(tier => ({
        head: tier,
        of: (one: (typeof rows)[number]) => (one.tiers.includes(tier) ? 'yes' : '–'),
      })),
      { head: 'by name', of: one => (one.alone ? one.action : 'only with steward') },
    ],
    'Nothing can be done with it.',
  )
  for (const { tier, means, sees, canSpend } of compared.tiers) {
    const money = canSpend ? ' Can spend.' : ''
    context.desk.remark(`${tier}: ${means} Sees ${sees.length > 0 ? sayList(sees) : 'no figures'}.${money}`)
  }
}

function bundleCommands(program: Command, run: Run): void {
  const bundles = program.command('bundles').description('assets that are given together')
  bundles
    .command('list', { isDefault: true })
    .description('list them')
    .action(
      run(async context => {
        const { items } = await answerOf(
          context.client.GET('/v1/businesses/{business}/bundles', { params: { path: await context.path() } }),
        )
        context.desk.list(
          items,
          [
            { head: 'bundle', of: bundle => `bundle/${bundle.handle}` },
            { head: 'name', of: bundle => bundle.name },
            { head: 'takes in', of: bundle => bundle.rule ?? 'what is put in' },
            { head: 'assets', of: bundle => bundle.assets },
          ],
          'No bundle is here yet.',
        )
      }),
    )
  bundles
    .command('show <bundle>')
    .description('what is in a bundle')
    .action(
      run(async (context, _options: object, bundle: string) => {
        const found = await answerOf(
          context.client.GET('/v1/businesses/{business}/bundles/{bundle}', {
            params: { path: { ...(await context.path()), bundle: bundle.replace(/^bundle\//, '') } },
          }),
        )
        context.desk.list(
          found.assets,
          [
            { head: 'asset', of: asset => asset.text },
            { head: 'name', of: asset => asset.name },
            { head: 'number', of: asset => asset.number },
          ],
          'Nothing is in it.',
        )
      }),
    )
  bundles
    .command('make <handle>')
    .description('make a bundle by list, or with --all by rule')
    .requiredOption('--name <name>', 'what people call it')
    .option('--assets <what...>', 'what is in it')
    .option('--all <kind...>', 'every asset of these kinds, also those that come later')
    .action(
      run(async (context, options: { name: string; assets?: string[]; all?: string[] }, handle: string) => {
        const foreign = (options.all ?? []).find(kind => !isKind(kind))
        if (foreign)
          throw new Exit(
            2,
            `There is no kind of asset called “${foreign}”. “famiglia assets kinds ${foreign}” may find it.`,
          )
        const made = await answerOf(
          context.client.POST('/v1/businesses/{business}/bundles', {
            params: { path: await context.path() },
            body: {
              handle: handle.replace(/^bundle\//, ''),
              name: options.name,
              assets: options.assets ?? [],
              kinds: (options.all as Kind[] | undefined) ?? null,
            },
            headers: idempotencyKey(),
          }),
        )
        context.desk.one(
          made,
          `Made: bundle/${made.handle}, with ${made.assets} assets${made.rule ? `; it takes in ${made.rule}` : ''}.`,
        )
      }),
    )
  for (const [command, method, about] of [
    ['put', 'PUT', 'put an asset into a bundle: anyone who has it reaches the asset, at once'],
    ['take', 'DELETE', 'take an asset out of a bundle'],
  ] as const)
    bundles
      .command(`${command} <bundle> <what>`)
      .description(about)
      .action(
        run(async (context, _options: object, bundle: string, asset: string) => {
          const params = { path: { ...(await context.path()), bundle: bundle.replace(/^bundle\//, ''), asset } }
          const told = await context.withProof(() =>
            answerOf(
              method === 'PUT'
                ? context.client.PUT('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', { params })
                : context.client.DELETE('/v1/businesses/{business}/bundles/{bundle}/assets/{asset}', { params }),
            ),
          )
          context.desk.one(told, told.result)
        }),
      )
}

function purposeCommands(program: Command, run: Run): void {
  const purposes = program.command('purposes').description('what people can be let do, and what that takes')
  purposes
    .command('list', { isDefault: true })
    .description('list them')
    .action(
      run(async context => {
        const { items } = await answerOf(
          context.client.GET('/v1/businesses/{business}/purposes', { params: { path: await context.path() } }),
        )
        context.desk.list(
          items,
          [
            { head: 'purpose', of: purpose => purpose.name },
            { head: 'whose', of: purpose => (purpose.own ? 'your own' : '') },
            { head: 'takes', of: purpose => purpose.takes },
          ],
          'None.',
        )
      }),
    )
  purposes
    .command('write <name>')
    .description('write a purpose of your own: --must ad-account=run --also page=ads.attach,leads.collect')
    .option('--must <kind=what...>', 'what it cannot do without')
    .option('--also <kind=what...>', 'what it takes if there is one')
    .action(
      run(async (context, options: { must?: string[]; also?: string[] }, name: string) => {
        const needs = [
          ...(options.must ?? []).map(text => needIn(text, true)),
          ...(options.also ?? []).map(text => needIn(text, false)),
        ]
        const made = await answerOf(
          context.client.POST('/v1/businesses/{business}/purposes', {
            params: { path: await context.path() },
            body: { name, needs },
            headers: idempotencyKey(),
          }),
        )
        context.desk.one(made, `Written: “${made.name}” takes ${made.takes}.`)
      }),
    )
  purposes
    .command('remove <name>')
    .description('remove one of your own; what was given for it stays')
    .action(
      run(async (context, _options: object, purpose: string) => {
        const params = { path: { ...(await context.path()), purpose } }
        await answerOf(context.client.DELETE('/v1/businesses/{business}/purposes/{purpose}', { params }))
        context.desk.one({ removed: purpose }, `Removed: “${purpose}”. What was given for it stays.`)
      }),
    )
}

/** `ad-account=run`, `page=ads.attach,leads.collect` */
function needIn(text: string, must: boolean) {
  const [kind = '', given = ''] = text.split('=')
  const words = given.split(',').filter(Boolean)
  const tier = words.find(isTier) ?? null
  const actions = words.filter((word): word is Action => isAction(word))
  if (!isKind(kind) || words.length === 0 || actions.length + (tier ? 1 : 0) !== words.length)
    throw new Exit(2, `“${text}” is not understood: say a kind and a tier or actions, as page=ads.attach.`)
  return { kind, tier, actions, must }
}
