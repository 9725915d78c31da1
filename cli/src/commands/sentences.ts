import { answerOf, idempotencyKey, type Schemas } from '@famiglia/client'
import { capitalised, sayList, standings, type Standing } from '@famiglia/core'
import { Option, type Command } from 'commander'
import type { Context } from '../context.ts'
import { hanging, inOneLine } from '../words.ts'
import { previewLinking, reviewLinking } from './links.ts'
import { previewBilling, reviewBilling } from './money.ts'
import type { Run } from '../run.ts'

/** Giving, changing and ending access: the sentence as it is, after its review. */
export function sentenceCommands(program: Command, run: Run): void {
  program
    .command('let <words...>')
    .description(
      'give access: let <who> <tier> on <what> [hiding …] [until … | for …], or let <who> "<purpose>" [on <what>]',
    )
    .option('--note <text>', 'a personal note for the letter')
    .addOption(new Option('--standing <standing>', 'what somebody new joins as').choices([...standings]))
    .option('--sure', 'what the review asks about was read: it is meant so')
    .action(run(async (context, saying: Saying, words: string[]) => say(context, inOneLine('let', words), saying)))

  program
    .command('end <words...>')
    .description('end access: end <who> [on <what>], or end grant/<id>')
    .option('--note <text>', 'why: it stays in the history; where an admin goes all admins are told')
    .option('--tell-note', 'the letter tells why too')
    .action(run(async (context, saying: Saying, words: string[]) => say(context, inOneLine('end', words), saying)))

  program
    .command('preview <words...>')
    .description('what a sentence would do; nothing is sent or changed')
    .option('--letters', 'the letters it would send, word for word')
    .option('--note <text>', 'with --letters: the note in them')
    .action(
      run(async (context, options: { letters?: true; note?: string }, words: string[]) => {
        const sentence = inOneLine('', words)
        if (/^(un)?link\s/.test(sentence)) {
          const linking = await previewLinking(context, sentence)
          return context.desk.one(linking, reviewLinking(linking))
        }
        if (/^billing\s/.test(sentence)) {
          const billing = await previewBilling(context, sentence)
          return context.desk.one(billing, reviewBilling(billing))
        }
        if (options.letters) return tellLetters(context, sentence, options.note)
        const preview = await previewOf(context, sentence)
        context.desk.one(preview, review(preview))
      }),
    )
}

async function previewOf(context: Context, sentence: string, standing?: Standing): Promise<Schemas['Preview']> {
  return answerOf(
    context.client.POST('/v1/businesses/{business}/sentences/preview', {
      params: { path: await context.path() },
      body: { sentence, ...(standing ? { standing } : {}) },
    }),
  )
}

interface Saying {
  readonly note?: string
  readonly tellNote?: true
  readonly standing?: Standing
  readonly sure?: true
}

async function say(context: Context, sentence: string, { note, tellNote, standing, sure }: Saying): Promise<void> {
  const preview = await previewOf(context, sentence, standing)
  context.desk.remark(`${review(preview)}\n`)
  const asks = !sure && preview.doubts.length > 0 && !(await context.goesOn())
  if (asks) for (const doubt of preview.doubts) await context.sure(`${doubt.asks} Is it meant so?`)
  await context.sure(preview.verb === 'let' ? 'Send it?' : 'End it?')
  const path = await context.path()
  const key = idempotencyKey()
  const said = await context.withProof(() =>
    answerOf(
      context.client.POST('/v1/businesses/{business}/sentences', {
        params: { path },
        body: {
          sentence,
          ...(note ? { note } : {}),
          ...(tellNote ? { tellNote } : {}),
          ...(standing ? { standing } : {}),
          sure: sure ?? asks,
        },
        headers: key,
      }),
    ),
  )
  context.desk.one(said, said.result)
}

async function tellLetters(context: Context, sentence: string, note?: string): Promise<void> {
  const { items } = await answerOf(
    context.client.POST('/v1/businesses/{business}/sentences/letters', {
      params: { path: await context.path() },
      body: { sentence, ...(note ? { note } : {}), sure: true },
    }),
  )
  const said = items.map(letter =>
    [
      `To: ${letter.to}\nSubject: ${letter.subject}`,
      letter.headline ?? '',
      ...letter.body,
      ...(letter.note ? [`“${letter.note.text}”\n${letter.note.from}`] : []),
      letter.facts.map(({ term, answer }) => `${term}: ${answer}`).join('\n'),
      letter.button ? `[${letter.button}]` : '',
      letter.unexpected ?? '',
    ]
      .filter(Boolean)
      .join('\n\n'),
  )
  context.desk.one({ items }, said.join('\n\n---\n\n') || 'It sends no letter.')
}

/** The review: what it allows and what not, until when, whose money, who is told. */
export function review(preview: Schemas['Preview']): string {
  const facts: [string, string][] = []
  for (const asset of preview.assets) {
    facts.push([asset.name, `${asset.given}, ${asset.noun}`], ['  allows', asset.may], ['  not', asset.mayNot])
    if (asset.sees.length + asset.hidden.length > 0)
      facts.push([
        '  sees',
        [
          asset.sees.length > 0 ? sayList(asset.sees) : 'no figures',
          asset.hidden.length > 0 ? `not ${sayList(asset.hidden, 'or')}` : '',
        ]
          .filter(Boolean)
          .join('; '),
      ])
    if (asset.money) facts.push(['  money', asset.money])
    if (asset.from) facts.push(['  from', asset.from])
    facts.push(['  until', asset.until?.words ?? 'no end'])
  }
  for (const change of preview.changes) facts.push(['changes', change])
  if (preview.purpose) facts.push(...purposeFacts(preview.purpose))
  if (preview.unfinished) facts.push(['alone', preview.unfinished.words])
  if (preview.unfinished?.finished) facts.push(['whole is', preview.unfinished.finished])
  for (const doubt of preview.doubts)
    facts.push(['is it', doubt.asks], ...(doubt.instead ? [['or', doubt.instead] as [string, string]] : []))
  for (const more of preview.surplus) facts.push(['more', more])
  if (preview.least) facts.push(['enough is', preview.least])
  if (preview.staysOpenUntil) facts.push(['stays open', `until ${preview.staysOpenUntil}`])
  if (preview.seats) facts.push(['seats', preview.seats.words])
  if (preview.alsoCanGive.length > 0) facts.push(['can give too', sayList(preview.alsoCanGive)])
  for (const mail of preview.mails) facts.push(['letter', `to ${mail.to}: ${mail.about}`])
  for (const note of preview.notes) facts.push(['note', note])
  if (preview.takesReason) facts.push(['why', 'say it with --note: all admins are told'])
  else if (preview.asksReason) facts.push(['why', 'say it with --note, if you like: it stays in the history'])
  if (preview.takesProof && !preview.proofIsFresh) facts.push(['proof', 'you will be asked to confirm who you are'])
  const width = Math.max(...facts.map(([term]) => term.length), 0)
  return [
    capitalised(preview.summary),
    ...facts.map(([term, answer]) => `  ${term.padEnd(width)}  ${hanging(answer, width + 4)}`),
  ].join('\n')
}

function purposeFacts(purpose: NonNullable<Schemas['Preview']['purpose']>): [string, string][] {
  const lines = purpose.requirements
    .filter(requirement => requirement.must || requirement.given)
    .map((requirement): [string, string] => {
      const on = requirement.asset ? ` on ${requirement.asset.name}` : ''
      const mend = requirement.sentence ?? requirement.remedy
      return [
        '',
        `${requirement.state === 'met' ? '✓' : '✗'} ${requirement.takes}${on}${requirement.state !== 'met' && mend ? `: ${mend}` : ''}`,
      ]
    })
  return [['purpose', `${purpose.name}: ${purpose.enough ? 'this is enough' : 'this is not enough yet'}`], ...lines]
}
