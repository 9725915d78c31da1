import type { FastifyInstance } from 'fastify'
import { isFromFamiglia } from './isFromFamiglia.ts'
import { meansPage, refusedMeansPage, type Look } from './pages.ts'
import type { Means, Things } from './things.ts'

/** What of a means of payment is told: never more of its number than the end. */
export function tellMeans(means: Means | null) {
  return means && { ref: means.ref, name: means.name, ending: means.ending, runsOut: means.runsOut }
}

interface MeansForm {
  readonly name?: string
  readonly number?: string
  readonly month?: string
  readonly refused?: string
}

/**
 * How things are paid for: a means of payment is registered on a page of the platform's own, and Famiglia has a thing
 * charged to another one. The same change asked for twice is one change.
 */
export function paymentRoutes(app: FastifyInstance, look: Look, things: Things, secret: string, url: string): void {
  const charged = new Map<string, boolean>()

  app.post<{ Body: { holder: string; back: string } }>('/control/means', async (request, reply) => {
    if (!isFromFamiglia(request, secret)) return reply.code(401).send({ error: 'not Famiglia' })
    const { ref } = things.beginRegistering(request.body.holder, request.body.back)
    return { ref, shownAt: `${url}/means/${ref}` }
  })
  app.post<{ Body: { ref: string } }>('/control/means/confirmations', async (request, reply) => {
    if (!isFromFamiglia(request, secret)) return reply.code(401).send({ error: 'not Famiglia' })
    const means = things.findMeans(request.body.ref)
    return means ? tellMeans(means) : reply.code(404).send({ error: 'not registered yet' })
  })
  app.post<{ Body: { ref: string; means: string } }>('/control/charges', async (request, reply) => {
    if (!isFromFamiglia(request, secret)) return reply.code(401).send({ error: 'not Famiglia' })
    const thing = things.find(request.body.ref)
    const means = things.findMeans(request.body.means)
    if (!thing || !means) return reply.code(404).send({ error: 'no such thing or means of payment' })
    const key = request.headers['idempotency-key']?.toString() ?? ''
    const isTaken = charged.get(key) ?? things.charge(thing, means)
    if (key) charged.set(key, isTaken)
    return isTaken ? { charged: means.ref } : reply.code(422).send({ error: 'the means of payment was refused' })
  })

  app.get<{ Params: { ref: string } }>('/means/:ref', async (request, reply) => {
    const registering = things.registeringOf(request.params.ref)
    void reply.type('text/html')
    return registering ? meansPage(look, registering, null) : reply.code(404).send(refusedMeansPage(look))
  })
  app.post<{ Params: { ref: string }; Body: MeansForm }>('/means/:ref', async (request, reply) => {
    const registering = things.registeringOf(request.params.ref)
    void reply.type('text/html')
    if (!registering) return reply.code(404).send(refusedMeansPage(look))
    const read = readMeans(registering.ref, request.body)
    if (typeof read === 'string') return reply.code(422).send(meansPage(look, registering, read))
    things.register(read)
    return reply.redirect(registering.back, 303)
  })
}

/** The means of payment that a form says, or what is wrong with it. The whole number is let go of here. */
function readMeans(ref: string, { name = '', number = '', month = '', refused }: MeansForm): Means | string {
  const digits = number.replace(/\D/g, '')
  if (!name.trim()) return 'Say what it is called, so that your colleagues know it.'
  if (number.trim() && digits.length < 8) return 'A number has at least eight digits. Make one up: this is a stand-in.'
  if (month && !/^\d{4}-(0[1-9]|1[0-2])$/.test(month)) return 'Say the month as 2029-03.'
  return {
    ref,
    name: name.trim().slice(0, 60),
    ending: digits ? digits.slice(-4) : null,
    runsOut: month ? lastDayOf(month) : null,
    isRefused: refused !== undefined,
  }
}

function lastDayOf(month: string): string {
  const [year, number] = month.split('-').map(Number)
  return new Date(Date.UTC(year!, number!, 0)).toISOString().slice(0, 10)
}
