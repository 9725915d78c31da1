import { answerOf } from '@famiglia/client'
import { sayContact, sayWhereItWorks, worksAs, type WorksAs } from '@famiglia/core'
import type { Command } from 'commander'
import { Exit } from '../context.ts'
import type { Run } from '../run.ts'

interface ProfileGiven {
  readonly worksAs?: string
  readonly contactName?: string
  readonly contactAddress?: string
  readonly telephone?: string
}

/** The calling card, one's own and others', and what one's business is to those it works for. */
export function cardCommands(program: Command, run: Run): void {
  const profile = program
    .command('profile')
    .description('what your business is to those it works for, and whom they write to')
    .action(
      run(async context => {
        const params = { path: await context.path() }
        const found = await answerOf(context.client.GET('/v1/businesses/{business}', { params }))
        context.desk.one(
          found,
          [
            `${found.name}, ${sayWhereItWorks(found)} (${found.number})`,
            found.contact
              ? `  write to ${sayContact(found.contact)}`
              : '  nobody to write to is named: profile set --contact-name … --contact-address …',
          ].join('\n'),
        )
      }),
    )
  profile
    .command('set')
    .description('say it anew; what is left out stays as it is')
    .option('--works-as <what>', `${worksAs.join(', ')}, or none`)
    .option('--contact-name <name>', 'whom others write to')
    .option('--contact-address <address>', 'by e-mail')
    .option('--telephone <number>', 'by telephone, from abroad: +351 …')
    .action(
      run(async (context, given: ProfileGiven) => {
        const params = { path: await context.path() }
        const now = await answerOf(context.client.GET('/v1/businesses/{business}', { params }))
        const works = given.worksAs ?? now.worksAs
        const name = given.contactName ?? now.contact?.name
        const address = given.contactAddress ?? now.contact?.address
        if (Boolean(name) !== Boolean(address) || (given.telephone && !address))
          throw new Exit(2, 'Somebody to write to has a name and an address: --contact-name … --contact-address ….')
        const telephone = given.telephone ?? now.contact?.telephone ?? null
        const body = {
          worksAs: works === 'none' ? null : (works as WorksAs | null),
          contact: name && address ? { name, address, telephone } : null,
        }
        const told = await answerOf(context.client.PUT('/v1/businesses/{business}/profile', { params, body }))
        context.desk.one(told, told.result)
      }),
    )

  const card = program
    .command('card [number]')
    .description('your calling card, or that of a business')
    .action(
      run(async (context, _options: object, number?: string) => {
        const found = number
          ? await answerOf(context.client.GET('/v1/cards/{number}', { params: { path: { number } } }))
          : (
              await answerOf(
                context.client.GET('/v1/businesses/{business}/card', { params: { path: await context.path() } }),
              )
            ).card
        if (!found) throw new Exit(1, 'You have no calling card: “famiglia card publish” makes one.')
        const lines = [
          `${found.name}, ${sayWhereItWorks(found)} (${found.number})`,
          `  ${found.introduction}`,
          ...found.purposes.map(purpose => `  asks for “${purpose.name}”: ${purpose.reason}`),
          `  contact: ${found.contact}${found.telephone ? `, ${found.telephone}` : ''}`,
          `  ${found.url}`,
        ]
        context.desk.one(found, lines.join('\n'))
      }),
    )
  card
    .command('publish')
    .description('publish your calling card: clients open its link and the offer is composed for them')
    .requiredOption('--introduction <text>', 'a few words about your business')
    .requiredOption('--contact <text>', 'whom clients write to')
    .requiredOption('--purpose <name=reason...>', 'a purpose you need, and why; several may be said')
    .action(
      run(async (context, given: { introduction: string; contact: string; purpose: string[] }) => {
        const purposes = given.purpose.map(text => {
          const [name, ...reason] = text.split('=')
          if (!name?.trim() || reason.length === 0)
            throw new Exit(2, `--purpose is said as "run our adverts=so that we can publish for you", not “${text}”.`)
          return { name: name.trim(), reason: reason.join('=').trim() }
        })
        const { introduction, contact } = given
        const published = await answerOf(
          context.client.PUT('/v1/businesses/{business}/card', {
            params: { path: await context.path() },
            body: { introduction, contact, purposes },
          }),
        )
        context.desk.one(published, `Published: ${published.url}`)
      }),
    )
  card
    .command('take-back')
    .description('take your calling card back: its link leads nowhere then')
    .action(
      run(async context => {
        const done = await answerOf(
          context.client.DELETE('/v1/businesses/{business}/card', { params: { path: await context.path() } }),
        )
        context.desk.one(done, 'Taken back.')
      }),
    )
}
