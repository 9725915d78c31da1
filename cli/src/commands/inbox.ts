import { answerOf, type Schemas } from '@famiglia/client'
import { sayContact, sayState } from '@famiglia/core'
import type { Command } from 'commander'
import { eachOf, type Context } from '../context.ts'
import { day, longDay, longEnd, zoneOf } from '../dates.ts'
import type { Run } from '../run.ts'

/** What other businesses sent and what was sent to them, each apart; and one of them, whole. */
export function inboxCommand(program: Command, run: Run): void {
  program
    .command('inbox [proposal]')
    .description('offers and asks from other businesses, and what you sent; or one of them, with what it needs')
    .option('--sent', 'what your business sent')
    .option('--all', 'what was answered too')
    .action(
      run(async (context, { sent, all }: { sent?: boolean; all?: boolean }, id?: string) => {
        if (id) return showProposal(context, id)
        const path = await context.path()
        const query = { side: sent ? ('sent' as const) : ('received' as const), state: all ? 'all' : 'open' } as const
        const items = eachOf(after =>
          answerOf(
            context.client.GET('/v1/businesses/{business}/proposals', {
              params: { path, query: { ...query, limit: 200, ...(after ? { after } : {}) } },
            }),
          ),
        )
        const zone = await zoneOf(context)
        await context.desk.stream(
          items,
          [
            { head: 'proposal', of: item => item.id },
            { head: 'kind', of: item => item.noun },
            {
              head: sent ? 'to' : 'from',
              of: item =>
                sent
                  ? (item.to ?? item.partner?.name ?? (item.answeredBy === 'colleagues' ? 'colleagues' : 'the owner'))
                  : item.business.name,
            },
            { head: 'says', of: item => item.outset },
            { head: 'since', of: item => day(item.openedAt, zone), exact: item => item.openedAt },
            {
              head: 'is',
              of: item => (item.granted ? `${sayState(item.state)}: ${item.granted}` : sayState(item.state)),
            },
          ],
          sent ? 'Nothing you sent waits for an answer.' : 'Nothing from other businesses waits for your answer.',
        )
      }),
    )
}

async function showProposal(context: Context, proposal: string): Promise<void> {
  const { told, lines } = await tellProposal(context, proposal)
  context.desk.one(told, lines.join('\n'))
}

/** A proposal in words: who wants what, what it allows or would, whose money, what of it is here. */
export async function tellProposal(
  context: Context,
  proposal: string,
): Promise<{
  told: Schemas['Proposal']
  lines: readonly string[]
  answerable: Schemas['AskedThings']['answerable']
}> {
  const params = { path: { ...(await context.path()), proposal } }
  const told = await answerOf(context.client.GET('/v1/businesses/{business}/proposals/{proposal}', { params }))
  const asked =
    (told.kind === 'business-ask' && told.partner?.number === (await context.acting())) ||
    (told.kind === 'ask' && told.state === 'open')
      ? await answerOf(context.client.GET('/v1/businesses/{business}/proposals/{proposal}/things', { params }))
      : null
  const isReceived = told.partner?.number === (await context.acting())
  const theirs = isReceived && told.business.contact ? sayContact(told.business.contact) : null
  const contact = told.contact ?? theirs
  const zone = await zoneOf(context)
  const mark = { here: '✓', missing: '✗', 'to offer': '✎' } as const
  const lines = [
    `${told.outset}.`,
    ...(told.note ? [`  “${told.note}”`] : []),
    `  ${sayState(told.state)}, since ${longDay(told.openedAt, zone)}${told.state === 'open' ? `, open until ${longEnd(told.lapsesAt, zone)}` : ''}`,
    ...(told.waitsFor ? [`  waits for: ${told.waitsFor}`] : []),
    ...(told.cameBack ? [`  ${told.cameBack}`] : []),
    ...(contact ? [`  contact: ${contact}`] : []),
    ...(told.granted ? [`  of that: ${told.granted}`] : []),
    ...told.assets.flatMap(asset => [
      `  ${asset.name}: allows to ${asset.may}`,
      ...(asset.money ? [`    ${asset.money}`] : []),
    ]),
    ...beforehandOf(told),
    ...(told.question && told.state === 'open'
      ? [`  ${told.question.asks} No, unless you add --may-give-access. ${told.question.hint}`]
      : []),
    ...(told.paying && told.state === 'open' ? sayPaying(told.paying) : []),
    ...(told.kind === 'ask' ? [] : (asked?.grantable ?? [])).flatMap(asset => [
      `  ${asset.name}: would allow to ${asset.may}`,
      ...(asset.money ? [`    ${asset.money}`] : []),
    ]),
    ...(asked?.answerable ?? []).flatMap(({ text, parts, has }) => [
      ...(has ? [`  ${text}: they have ${has} already`] : []),
      ...parts.flatMap(({ words, doubt }) => (doubt ? [`  ${text}, ${words}: look twice, ${doubt}`] : [])),
    ]),
    ...(asked?.things ?? []).map(
      thing =>
        `  ${mark[thing.state]} ${thing.text}${thing.name ? ` (${thing.name})` : ''}${thing.remedy ? `: ${thing.remedy}` : ''}`,
    ),
  ]
  return { told: { ...told, ...(asked ?? {}) }, lines, answerable: asked?.answerable ?? [] }
}

function sayPaying({ by, takesMeansOn, canStay }: NonNullable<Schemas['Proposal']['paying']>): string[] {
  return [
    takesMeansOn
      ? `  ${by} pays then, if you accept: add --with means/… (“famiglia means” lists yours).`
      : `  ${by} pays then, if you accept.`,
    ...(canStay ? ['  Add --payer-as-now to leave who pays as it is.'] : []),
  ]
}

/** What there is to know before a yes. */
export function beforehandOf({ beforehand }: Pick<Schemas['Proposal'], 'beforehand'>): string[] {
  return beforehand.flatMap(({ head, items }) => [`  ${head}:`, ...items.map(item => `    ${item}`)])
}
