import { answerOf, idempotencyKey } from '@famiglia/client'
import type { Command } from 'commander'
import { eachOf, Exit, type Context } from '../context.ts'
import type { Run } from '../run.ts'

/** The business's assets, bringing them in, and opening a business. */
export function assetCommands(program: Command, run: Run): void {
  const assets = program.command('assets').description('the business’s assets; bring one in, or rename one')

  assets
    .command('list', { isDefault: true })
    .description('list them')
    .action(
      run(async context => {
        const path = await context.path()
        const items = eachOf(after =>
          answerOf(
            context.client.GET('/v1/businesses/{business}/assets', {
              params: { path, query: after ? { after } : {} },
            }),
          ),
        )
        await context.desk.stream(
          items,
          [
            { head: 'asset', of: asset => `${asset.kind}/${asset.handle}` },
            { head: 'name', of: asset => asset.name },
            { head: 'number', of: asset => asset.number },
            { head: 'platform', of: asset => asset.platform },
            { head: 'grants', of: asset => asset.holders },
          ],
          'No asset is here yet. Bring one in with “famiglia assets claim <platform> <its number there>”.',
        )
      }),
    )

  assets
    .command('claim <platform> <number>')
    .description('bring in what you have on a platform; it shows a code there, which you enter')
    .requiredOption('--handle <handle>', 'what to call it, as summer-crossings')
    .option('--name <name>', 'another name than the platform’s')
    .option('--mine', 'it is yours alone, and not the business’s: it is brought into a business of your own')
    .option('--code <code>', 'the code, when a claim was begun before', undefined)
    .option('--claim <id>', 'the claim that the code belongs to')
    .action(
      run(
        async (
          context,
          options: { handle: string; name?: string; mine?: true; code?: string; claim?: string },
          platform: string,
          ref: string,
        ) => {
          const path = options.mine ? await ownPath(context) : await context.path()
          const claim = options.claim ?? (await begin(context, path, platform, ref))
          if (!options.code && !context.desk.interactive) {
            context.desk.one(
              { claim },
              `famiglia assets claim ${platform} ${ref} --handle ${options.handle}${options.mine ? ' --mine' : ''} --claim ${claim} --code …`,
            )
            return
          }
          const code = options.code ?? (await context.desk.askText('Code:'))
          const asset = await answerOf(
            context.client.POST('/v1/businesses/{business}/claims/{claim}/confirmation', {
              params: { path: { ...path, claim } },
              body: { code, handle: options.handle, ...(options.name ? { name: options.name } : {}) },
            }),
          )
          const own = options.mine
            ? ` It belongs to you alone, in ${path.business}. To let a business have it: famiglia --for ${path.business} hand-over ${asset.kind}/${asset.handle} to B-… keeping run because "…"`
            : ''
          context.desk.one(
            asset,
            `${asset.name} is yours in Famiglia: ${asset.kind}/${asset.handle}, ${asset.number}.${own}`,
          )
        },
      ),
    )

  assets
    .command('rename <what>')
    .description('give an asset another name or handle; its number stays')
    .option('--name <name>', 'what people call it')
    .option('--handle <handle>', 'what sentences call it, as summer-crossings')
    .action(
      run(async (context, options: { name?: string; handle?: string }, what: string) => {
        if (!options.name && !options.handle) throw new Exit(2, 'Say --name, --handle or both.')
        const path = { ...(await context.path()), asset: what }
        const read = await answerOf(
          context.client.GET('/v1/businesses/{business}/assets/{asset}', { params: { path } }),
        )
        const body = {
          ...(options.name ? { name: options.name } : {}),
          ...(options.handle ? { handle: options.handle } : {}),
        }
        const asset = await answerOf(
          context.client.PATCH('/v1/businesses/{business}/assets/{asset}', {
            params: { path },
            body,
            headers: { 'If-Match': `"${read.version}"` },
          }),
        )
        context.desk.one(asset, `It is ${asset.name} now: ${asset.kind}/${asset.handle}, still ${asset.number}.`)
      }),
    )

  program
    .command('open-business')
    .description('open a business: at once with your sign-in, else by a letter to the address you give')
    .requiredOption('--business <name>', 'its name')
    .requiredOption('--town <town>', 'its town')
    .requiredOption('--zone <zone>', 'its time zone, as Europe/Lisbon')
    .option('--name <name>', 'without a sign-in: your name')
    .option('--address <address>', 'without a sign-in: your e-mail address')
    .action(run(async (context, wanted: OpeningWanted) => (wanted.address ? askToOpen : openAnother)(context, wanted)))
}

interface OpeningWanted {
  readonly business: string
  readonly town: string
  readonly zone: string
  readonly name?: string
  readonly address?: string
}

/** For who has a sign-in. */
async function openAnother(context: Context, { business: name, town, zone }: OpeningWanted): Promise<void> {
  const headers = idempotencyKey()
  const opened = await context.withProof(() =>
    answerOf(context.client.POST('/v1/me/businesses', { body: { name, town, zone }, headers })),
  )
  context.desk.one(
    opened,
    `Opened: ${opened.name} (${opened.number}). Work for it with: famiglia act-for ${opened.number}`,
  )
}

async function askToOpen(context: Context, wanted: OpeningWanted): Promise<void> {
  if (!wanted.name) throw new Exit(2, 'Say your name too: --name "…"')
  const body = {
    business: { name: wanted.business, town: wanted.town, zone: wanted.zone },
    person: { name: wanted.name, address: wanted.address! },
  }
  const asked = await answerOf(context.client.POST('/v1/openings', { body }))
  context.desk.one(
    asked,
    `A letter is on its way to ${asked.sentTo}. Follow its link within 24 hours, and choose a password there.`,
  )
}

/** The business of one’s own, opened where there is none yet. */
async function ownPath(context: Context): Promise<{ business: string }> {
  const own = await context.withProof(() => answerOf(context.client.PUT('/v1/me/own-business', { body: {} })))
  return { business: own.number }
}

async function begin(context: Context, path: { business: string }, platform: string, ref: string): Promise<string> {
  const claim = await answerOf(
    context.client.POST('/v1/businesses/{business}/claims', {
      params: { path },
      body: { platform, ref },
      headers: idempotencyKey(),
    }),
  )
  context.desk.remark(`The code is shown at ${claim.shownAt} for ${claim.minutes} minutes.`)
  return claim.id
}
