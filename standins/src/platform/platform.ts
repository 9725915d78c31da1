import { randomUUID } from 'node:crypto'
import cookie from '@fastify/cookie'
import formbody from '@fastify/formbody'
import fastify, { type FastifyInstance, type FastifyReply, type FastifyRequest } from 'fastify'
import { activities } from './activities.ts'
import { askFamiglia, type Answer } from './askFamiglia.ts'
import { figuresOf } from './figures.ts'
import { isFromFamiglia } from './isFromFamiglia.ts'
import { homePage, keeperPage, refusedPage, thingPage, type Look, type Referring } from './pages.ts'
import { SignIn, type Begun, type SignedIn, type SignInAddresses } from './signIn.ts'
import { paymentRoutes, tellMeans } from './payments.ts'
import { codeMinutes, Things, type Keeper, type Means, type Thing } from './things.ts'

export interface Platform {
  readonly key: string
  readonly name: string
  readonly kinds: readonly string[]
  readonly url: string
  /** Its addresses for signing people in, as Famiglia has to be told them. */
  readonly signIn: SignInAddresses
  /** With which it signs people in. */
  readonly clientSecret: string
  readonly things: Things
  /** Somebody opens a thing there, without a browser: Famiglia is asked whether they may. */
  opens(person: string, ref: string): Promise<void>
  close(): Promise<void>
}

/** What a stand-in platform is like. */
export interface PlatformDesign extends Look {
  readonly key: string
  readonly kinds: readonly string[]
  /** What its numbers begin with. */
  readonly prefix: string
  readonly things: readonly Thing[]
  /** The means of payment that are registered there already. */
  readonly means?: readonly Means[]
}

export interface PlatformOptions {
  readonly design: PlatformDesign
  readonly port: number
  /** Where Famiglia is, and the secret shared with it. */
  readonly famiglia: string
  readonly secret: string
  /** With which it signs people in through Famiglia. */
  readonly clientSecret: string
  /** Where content is kept over restarts; null keeps it in memory. */
  readonly file: string | null
}

/** A platform: things with content and money figures, and a sign-in through Famiglia, which it asks about everything. */
export async function startPlatform({
  design,
  port,
  famiglia,
  secret,
  clientSecret,
  file,
}: PlatformOptions): Promise<Platform> {
  const url = `http://127.0.0.1:${port}`
  const things = new Things({ things: design.things, means: design.means ?? [] }, design.prefix, file)
  const app = fastify({ forceCloseConnections: true })
  await app.register(cookie)
  await app.register(formbody)
  const ask = (person: string, thing: Thing, actions: readonly string[]) =>
    askFamiglia(famiglia, secret, { person, kind: thing.kind, ref: thing.ref }, actions)
  const signIn = {
    redirectUris: [`${url}/sign-in/callback`],
    postLogoutRedirectUris: [`${url}/`],
    backchannelLogoutUri: `${url}/sign-in/over`,
  }
  const visitor = signingIn(app, design.key, new SignIn(famiglia, design.key, clientSecret, signIn))
  controlRoutes(app, design, things, secret, url)
  paymentRoutes(app, design, things, secret, url)
  thingRoutes(app, { ...design, famiglia }, things, visitor, ask)
  await app.listen({ host: '127.0.0.1', port })
  const opens = async (person: string, ref: string) => {
    const thing = things.find(ref)
    if (thing) await ask(person, thing, [activities[thing.kind]!.see])
  }
  return {
    key: design.key,
    name: design.name,
    kinds: design.kinds,
    url,
    signIn,
    clientSecret,
    things,
    opens,
    close: () => app.close(),
  }
}

/** Sessions of the platform's own, begun by a sign-in through Famiglia. Returns who a request is from. */
function signingIn(app: FastifyInstance, key: string, signIn: SignIn): (request: FastifyRequest) => SignedIn | null {
  const cookieName = `${key}_session`
  const sessions = new Map<string, SignedIn>()
  const begun = new Map<string, Begun>()
  const set = (reply: FastifyReply, id: string) =>
    reply.setCookie(cookieName, id, { path: '/', httpOnly: true, sameSite: 'lax' })

  app.get('/sign-in', async (_request, reply) => {
    const begin = await signIn.begin()
    const id = randomUUID()
    begun.set(id, begin)
    return set(reply, id).redirect(begin.to)
  })
  app.get('/sign-in/callback', async (request, reply) => {
    const began = begun.get(request.cookies[cookieName] ?? '')
    if (!began) return reply.redirect('/')
    begun.delete(request.cookies[cookieName]!)
    const id = randomUUID()
    sessions.set(id, await signIn.finish(new URL(request.url, `http://${request.headers.host}`), began))
    return set(reply, id).redirect('/')
  })
  app.post('/sign-out', async (request, reply) => {
    const signedIn = sessions.get(request.cookies[cookieName] ?? '')
    sessions.delete(request.cookies[cookieName] ?? '')
    const { everywhere } = (request.body ?? {}) as { everywhere?: string }
    const to = signedIn && everywhere ? await signIn.signOutAddress(signedIn) : '/'
    return reply.clearCookie(cookieName, { path: '/' }).redirect(to)
  })
  // Famiglia tells it that somebody signed out there, or was signed out.
  app.post('/sign-in/over', async (request, reply) => {
    const { logout_token: token } = (request.body ?? {}) as { logout_token?: string }
    const over = await signIn.readLogoutToken(token ?? '')
    if (!over) return reply.code(400).send({ error: 'invalid_request' })
    for (const [id, { sid }] of sessions) if (sid === over) sessions.delete(id)
    return reply.header('cache-control', 'no-store').send()
  })
  return request => sessions.get(request.cookies[cookieName] ?? '') ?? null
}

/** What Famiglia asks of a platform: to show a code to who controls a thing, whether a code is the one shown, to make a new thing. */
function controlRoutes(
  app: FastifyInstance,
  design: PlatformDesign,
  things: Things,
  secret: string,
  url: string,
): void {
  const fromFamiglia = (request: FastifyRequest) => isFromFamiglia(request, secret)
  const told = (thing: Thing) => ({
    ref: thing.ref,
    kind: thing.kind,
    name: thing.name,
    payment: tellMeans(things.findMeans(thing.payment)),
    inside: thing.inside ?? null,
    holds: things.holds(thing.ref),
  })

  app.post<{ Body: { ref: string } }>('/control/codes', async (request, reply) => {
    if (!fromFamiglia(request)) return reply.code(401).send({ error: 'not Famiglia' })
    const thing = things.find(request.body.ref)
    if (!thing) return reply.code(404).send({ error: 'no such thing' })
    things.showCode(thing.ref)
    return { shownAt: `${url}/keeper#${thing.ref}`, minutes: codeMinutes }
  })
  app.post<{ Body: { refs: string[]; from: string; to: string } }>('/control/figures', async (request, reply) => {
    if (!fromFamiglia(request)) return reply.code(401).send({ error: 'not Famiglia' })
    const { refs, from, to } = request.body
    const found = refs.flatMap(ref => things.find(ref) ?? [])
    return {
      currency: 'EUR',
      figures: found.map(thing => ({
        ref: thing.ref,
        monthly: thing.monthly ?? null,
        days: figuresOf(thing, from, to),
      })),
    }
  })
  app.post<{ Body: { ref: string; code: string } }>('/control/confirmations', async (request, reply) => {
    if (!fromFamiglia(request)) return reply.code(401).send({ error: 'not Famiglia' })
    const thing = things.find(request.body.ref)
    const taken = thing ? things.takeCode(thing.ref, request.body.code) : 'wrong'
    if (!thing || taken === 'wrong') return reply.code(422).send({ error: 'not the code shown' })
    if (taken === 'too old') return reply.code(410).send({ error: 'the code is too old' })
    return told(thing)
  })
  app.post<{ Body: { kind: string; name: string; inside: string | null } }>(
    '/control/assets',
    async (request, reply) => {
      if (!fromFamiglia(request)) return reply.code(401).send({ error: 'not Famiglia' })
      const { kind, name, inside } = request.body
      if (!design.kinds.includes(kind)) return reply.code(422).send({ error: 'no such kind here' })
      const idempotencyKey = request.headers['idempotency-key']?.toString() ?? null
      return reply.code(201).send(told(things.create(kind, name, inside, idempotencyKey)))
    },
  )
  app.post<{ Body: { ref: string; keeper: Keeper } }>('/control/keepers', async (request, reply) => {
    if (!fromFamiglia(request)) return reply.code(401).send({ error: 'not Famiglia' })
    const thing = things.find(request.body.ref)
    if (!thing) return reply.code(404).send({ error: 'no such thing' })
    const { number, name } = request.body.keeper
    things.handTo(thing, { number, name })
    return { keeper: thing.keeper }
  })
  app.get('/keeper', async (request, reply) => {
    const shown = things.list().map(thing => ({ thing, code: things.codeOf(thing.ref) }))
    return wantsJson(request)
      ? {
          items: shown.map(({ thing, code }) => ({
            ref: thing.ref,
            name: thing.name,
            keeper: thing.keeper ?? null,
            code,
          })),
        }
      : reply.type('text/html').send(keeperPage(design, shown))
  })
}

type Ask = (person: string, thing: Thing, actions: readonly string[]) => Promise<Record<string, Answer>>
type OnThing = FastifyRequest<{ Params: { ref: string; id?: string }; Body: { title?: string } | undefined }>

function thingRoutes(
  app: FastifyInstance,
  design: PlatformDesign & Referring,
  things: Things,
  visitor: (request: FastifyRequest) => SignedIn | null,
  ask: Ask,
): void {
  app.get('/', async (_request, reply) => {
    const signedIn = visitor(_request)
    const answers = signedIn
      ? await Promise.all(
          things.list().map(async thing => {
            const { see } = activities[thing.kind]!
            return { thing, answer: (await ask(signedIn.person, thing, [see]))[see]! }
          }),
        )
      : []
    const reached = answers.filter(({ answer }) => answer.level !== 'nothing')
    return reply.type('text/html').send(homePage(design, signedIn, reached))
  })

  /** Whatever is done with a thing: asked for first, then done, then shown. */
  const onThing =
    (wanted: (thing: Thing) => string | null, act: (thing: Thing, by: SignedIn, request: OnThing) => void) =>
    async (request: OnThing, reply: FastifyReply) => {
      const signedIn = visitor(request)
      if (!signedIn)
        return wantsJson(request) ? reply.code(401).send({ error: 'not signed in' }) : reply.redirect('/sign-in')
      const thing = things.find(request.params.ref)
      if (!thing) return refuse(request, reply, signedIn, null, {}, 'There is nothing of that number.')
      const { see, figures } = activities[thing.kind]!
      const action = wanted(thing)
      if (!action) return refuse(request, reply, signedIn, null, {}, 'That cannot be done there.')
      const may = await ask(signedIn.person, thing, [...new Set([see, figures, action])])
      if (!may[action]!.allowed && may[action]!.level === 'nothing')
        return refuse(request, reply, signedIn, null, may, may[action]!.reason)
      // Whoever has anything there may come in; what they may not see stays away from the page.
      if (!may[action]!.allowed && action !== see)
        return refuse(request, reply, signedIn, thing, may, may[action]!.reason)
      if (!may[action]!.allowed && wantsJson(request))
        return refuse(request, reply, signedIn, null, may, may[action]!.reason)
      if (may[action]!.allowed) act(thing, signedIn, request)
      return wantsJson(request)
        ? asJson(thing, may)
        : reply.type('text/html').send(thingPage(design, signedIn, thing, may, null))
    }

  function refuse(
    request: OnThing,
    reply: FastifyReply,
    signedIn: SignedIn,
    thing: Thing | null,
    may: Record<string, Answer>,
    reason: string,
  ) {
    if (wantsJson(request)) return reply.code(403).send({ error: reason })
    const page = thing
      ? thingPage(design, signedIn, thing, may, reason)
      : refusedPage(design, signedIn, request.params.ref, reason)
    return reply.code(403).type('text/html').send(page)
  }

  const idOf = (request: OnThing) => request.params.id ?? ''
  const doing = (thing: Thing) => activities[thing.kind]!
  app.get(
    '/assets/:ref',
    onThing(
      thing => doing(thing).see,
      () => undefined,
    ),
  )
  app.post(
    '/assets/:ref/items',
    onThing(
      thing => doing(thing).draft,
      (thing, by, request) => things.draft(thing, String(request.body?.title ?? 'Untitled').slice(0, 80), by.name),
    ),
  )
  app.post(
    '/assets/:ref/items/:id/publish',
    onThing(
      thing => doing(thing).publish,
      (thing, _by, request) => things.setState(thing, idOf(request), 'out'),
    ),
  )
  app.post(
    '/assets/:ref/items/:id/pause',
    onThing(
      thing => doing(thing).pause,
      (thing, _by, request) => things.setState(thing, idOf(request), 'paused'),
    ),
  )
  app.post(
    '/assets/:ref/items/:id/delete',
    onThing(
      thing => doing(thing).remove,
      (thing, _by, request) => things.remove(thing, idOf(request)),
    ),
  )
  app.post(
    '/assets/:ref/access',
    onThing(
      () => 'access.change',
      () => undefined,
    ),
  )
}

/** A thing as JSON, without the figures that are hidden. */
function asJson(thing: Thing, may: Record<string, Answer>) {
  const { see, figures } = activities[thing.kind]!
  const sees = may[figures]?.sees ?? []
  return {
    ref: thing.ref,
    name: thing.name,
    level: may[see]?.level,
    items: thing.items,
    figures: Object.fromEntries(Object.entries(thing.figures).filter(([name]) => sees.includes(name))),
  }
}

function wantsJson(request: FastifyRequest): boolean {
  return (request.headers.accept ?? '').includes('application/json')
}
