import type { FastifyReply } from 'fastify'
import { boolean, object, string } from 'yup'
import type { Kit } from '../base/kit.ts'
import { requireSignIn } from '../base/session.ts'
import type { App } from '../base/validation.ts'
import { readSealedAddress } from '../mail/noReminders.ts'
import { escapeHtml } from '../mail/render.ts'
import { doorPage } from '../single-sign-on/doorPages.ts'
import { areRemindersWanted, wantReminders } from './reminders.ts'

const tags = ['sign-in']
const setting = object({ byLetter: boolean().required('say whether reminders come by letter') }).noUnknown()
const link = { schema: { hide: true, params: object({ sealed: string().max(600).required() }) } as object }
const slowly = { config: { mostAMinute: 60 } }
const form = (path: string, label: string) =>
  `<form method="post" action="${escapeHtml(path)}"><button type="submit">${label}</button></form>`

/** Whether one is reminded by letter: said when signed in, or by the link in a reminder, in one click (RFC 8058). */
export async function reminderRoutes(app: App, kit: Kit): Promise<void> {
  app.get(
    '/v1/me/reminders',
    { schema: { tags, summary: 'Whether reminders come by letter', response: { 200: setting } } },
    async request => ({ byLetter: await areRemindersWanted(kit.database.manager, requireSignIn(request).address) }),
  )
  app.put(
    '/v1/me/reminders',
    {
      schema: {
        tags,
        summary: 'Say whether reminders come by letter; what waits stands on the desk all the same',
        body: setting,
        response: { 200: setting },
      },
    },
    async request => {
      const { byLetter } = request.body
      const live = requireSignIn(request)
      await wantReminders(kit)(live, live.address, byLetter)
      return { byLetter }
    },
  )

  await app.register(async pages => {
    // The one click of a mail program comes as a form, in either of two ways; the link says all.
    pages.addContentTypeParser(
      ['application/x-www-form-urlencoded', 'multipart/form-data'],
      { parseAs: 'string', bodyLimit: 10_000 },
      (_request, _body, done) => done(null, null),
    )
    const addressIn = (request: { params: unknown }) => {
      const { sealed } = request.params as { sealed: string }
      return { sealed, address: readSealedAddress(kit.secrets, sealed) }
    }
    const page = (reply: FastifyReply, title: string, body: string) =>
      reply.type('text/html').send(doorPage(title, body))
    pages.get('/no-reminders/:sealed', link, async (request, reply) => {
      const { sealed, address } = addressIn(request)
      const question = `<p>Then no more reminders go to ${escapeHtml(address)}. What waits for an answer stands on the desk all the same, and whatever is new still comes by letter.</p>`
      return page(reply, 'No more reminders?', question + form(`/no-reminders/${sealed}`, 'Yes, no more reminders'))
    })
    pages.post('/no-reminders/:sealed', { ...link, ...slowly }, async (request, reply) => {
      const { sealed, address } = addressIn(request)
      await wantReminders(kit)(null, address, false)
      const back = `<p>No more reminders go to ${escapeHtml(address)}.</p>`
      return page(reply, 'No more reminders', back + form(`/reminders/${sealed}`, 'Send them again after all'))
    })
    pages.post('/reminders/:sealed', { ...link, ...slowly }, async (request, reply) => {
      const { address } = addressIn(request)
      await wantReminders(kit)(null, address, true)
      return page(reply, 'Reminders come again', `<p>Reminders go to ${escapeHtml(address)} again.</p>`)
    })
  })
}
