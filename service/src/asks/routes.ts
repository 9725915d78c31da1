import { array, object, string } from 'yup'
import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { App } from '../base/validation.ts'
import { findAsset } from '../assets/queries.ts'
import { findHeld } from '../reach/findTarget.ts'
import { actingFor, type Acting } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { askBusiness } from './askBusiness.ts'
import { namesThings } from '../own-asks/namesRead.ts'
import { askForAccess } from '../own-asks/askForAccess.ts'
import { readWanted } from '../proposals/readWanted.ts'

const tags = ['asks']

const askWanted = object({
  wanted: string().max(1500).required('say what you ask for').meta({
    description:
      'As a sentence without “let” and whom: `run on ad-account/summer-crossings until 2027-03-31`. In the own business things may be named by what they are called, in quotes: `watch on "Winter Freight"`.',
  }),
  reason: string().trim().min(1, 'a reason is needed').max(500).required('a reason is needed'),
  whom: string()
    .trim()
    .max(254)
    .meta({ description: 'A colleague whom it is for, by an address of theirs; without it, oneself.' }),
  of: string().trim().max(80).meta({
    description:
      'Another business, by its number or as `business/…`: without it the own business is asked, or the owner of the assets that are named by number alone.',
  }),
  contact: string().trim().max(200).meta({ description: 'Whom another business can write to about it.' }),
}).noUnknown()
const askSent = object({
  proposal: string().required(),
  result: string().required(),
  goesTo: array(object({ name: string().required(), address: string().required() })).required(),
})
/** Asking for access, in one's own business and of another. */
export async function askRoutes(app: App, kit: Kit): Promise<void> {
  app.post(
    '/v1/businesses/:business/asks',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Ask for access, in the own business or of another one, with a reason; it goes to all who can give it',
        params: businessParam,
        body: askWanted,
        response: { 201: askSent },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const { wanted, reason, whom, of, contact } = request.body
      const toOwn = !of && (namesThings(wanted) || !(await isOthers(kit, acting, wanted)))
      if (whom && !toOwn)
        throw new Problem(
          'request.invalid',
          'For a colleague only what your own business has is asked for. Another business is asked for your business.',
          { pointer: '/whom' },
        )
      const once = onceIn(request)
      const asked = toOwn
        ? await askForAccess(kit)(acting, { wanted, reason, whom: whom || null }, once)
        : await askBusiness(kit)(acting, { of: of || null, wanted, reason, contact: contact || null }, once)
      return reply.code(201).send(asked)
    },
  )
}

/** Whether all that is asked for is named by numbers of what the business neither owns nor holds: then it goes to who owns it. */
async function isOthers(kit: Kit, acting: Acting, text: string): Promise<boolean> {
  const on = readWanted(kit, acting, text).parts.flatMap(part => part.on)
  if (on.length === 0 || on.some(what => what.by !== 'number')) return false
  const { manager } = kit.database
  const near = await Promise.all(
    on.map(async what => (await findAsset(manager, acting.id, what)) ?? findHeld(manager, acting.id, what)),
  )
  return near.every(found => found === null)
}
