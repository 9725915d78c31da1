import { createHash, randomUUID, timingSafeEqual } from 'node:crypto'
import cookie from '@fastify/cookie'
import formbody from '@fastify/formbody'
import fastify, { type FastifyInstance, type FastifyReply, type FastifyRequest } from 'fastify'
import { Accounts, codeMinutes, type Advert, type MarramAccount } from './accounts.ts'
import { askFamiglia, type Answer } from './askFamiglia.ts'
import { accountPage, homePage, keeperPage, refusedPage } from './pages.ts'
import { SignIn, type Begun, type SignedIn } from './signIn.ts'

export interface Marram {
  readonly url: string
  readonly accounts: Accounts
  close(): Promise<void>
}

export interface MarramOptions {
  readonly port: number
  /** Where Famiglia is, and the secret shared with it. */
  readonly famiglia: string
  readonly secret: string
  readonly accounts: readonly MarramAccount[]
  /** Where adverts are kept over restarts; null keeps them in memory. */
  readonly file: string | null
}

const cookieName = 'marram_session'
const shownActions = ['report.see', 'ads.see'] as const

/** The platform Marram: adverts, money figures, and a sign-in through Famiglia, which it asks about everything. */
export async function startMarram(options: MarramOptions): Promise<Marram> {
  const url = `http://127.0.0.1:${options.port}`
  const accounts = new Accounts(options.accounts, options.file)
  const app = fastify({ forceCloseConnections: true })
  await app.register(cookie)
  await app.register(formbody)
  const ask = (person: string, account: MarramAccount, actions: readonly string[]) =>
    askFamiglia(options.famiglia, options.secret, { person, kind: account.kind, ref: account.ref }, actions)
  const visitors = signingIn(app, new SignIn(options.famiglia, 'marram', options.secret, `${url}/sign-in/callback`))
  controlRoutes(app, accounts, options.secret, url)
  accountRoutes(app, accounts, visitors, ask)
  await app.listen({ host: '127.0.0.1', port: options.port })
  return { url, accounts, close: () => app.close() }
}

/** Sessions of Marram's own, begun by a sign-in through Famiglia. Returns who a request is from. */
function signingIn(app: FastifyInstance, signIn: SignIn): (request: FastifyRequest) => SignedIn | null {
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
    sessions.delete(request.cookies[cookieName] ?? '')
    return reply.clearCookie(cookieName, { path: '/' }).redirect('/')
  })
  return request => sessions.get(request.cookies[cookieName] ?? '') ?? null
}

/** What Famiglia asks of a platform: to show a code to who controls an account, and whether a code is the one shown. */
function controlRoutes(app: FastifyInstance, accounts: Accounts, secret: string, url: string): void {
  const fromFamiglia = (request: FastifyRequest) => sameText(request.headers.authorization ?? '', `Bearer ${secret}`)

  app.post<{ Body: { ref: string } }>('/control/codes', async (request, reply) => {
    if (!fromFamiglia(request)) return reply.code(401).send({ error: 'not Famiglia' })
    const account = accounts.find(request.body.ref)
    if (!account) return reply.code(404).send({ error: 'no such account' })
    accounts.showCode(account.ref)
    return { shownAt: `${url}/keeper#${account.ref}`, minutes: codeMinutes }
  })
  app.post<{ Body: { ref: string; code: string } }>('/control/confirmations', async (request, reply) => {
    if (!fromFamiglia(request)) return reply.code(401).send({ error: 'not Famiglia' })
    const account = accounts.find(request.body.ref)
    const taken = account ? accounts.takeCode(account.ref, request.body.code) : 'wrong'
    if (!account || taken === 'wrong') return reply.code(422).send({ error: 'not the code shown' })
    if (taken === 'too old') return reply.code(410).send({ error: 'the code is too old' })
    return { ref: account.ref, kind: account.kind, name: account.name, payment: account.payment }
  })
  app.get('/keeper', async (request, reply) => {
    const shown = accounts.list().map(account => ({ account, code: accounts.codeOf(account.ref) }))
    return wantsJson(request)
      ? { items: shown.map(({ account, code }) => ({ ref: account.ref, name: account.name, code })) }
      : reply.type('text/html').send(keeperPage(shown))
  })
}

type Ask = (person: string, account: MarramAccount, actions: readonly string[]) => Promise<Record<string, Answer>>
type OnAccount = FastifyRequest<{ Params: { ref: string; id?: string }; Body: { title?: string } | undefined }>

function accountRoutes(
  app: FastifyInstance,
  accounts: Accounts,
  visitor: (request: FastifyRequest) => SignedIn | null,
  ask: Ask,
): void {
  app.get('/', async (request, reply) => {
    const signedIn = visitor(request)
    const answers = signedIn
      ? await Promise.all(
          accounts.list().map(async account => ({
            account,
            answer: (await ask(signedIn.person, account, ['ads.see']))['ads.see']!,
          })),
        )
      : []
    return reply.type('text/html').send(
      homePage(
        signedIn,
        answers.filter(({ answer }) => answer.allowed),
      ),
    )
  })

  /** Whatever is done with an account: asked for first, then done, then shown. */
  const onAccount =
    (action: string, act: (account: MarramAccount, by: SignedIn, request: OnAccount) => void) =>
    async (request: OnAccount, reply: FastifyReply) => {
      const signedIn = visitor(request)
      if (!signedIn)
        return wantsJson(request) ? reply.code(401).send({ error: 'not signed in' }) : reply.redirect('/sign-in')
      const account = accounts.find(request.params.ref)
      const may = account ? await ask(signedIn.person, account, [...new Set([...shownActions, action])]) : {}
      const wanted = may[action]
      const refused = wanted?.allowed ? null : (wanted?.reason ?? 'There is no such account.')
      if (account && !refused) act(account, signedIn, request)
      if (wantsJson(request))
        return reply.code(refused ? 403 : 200).send(refused ? { error: refused } : asJson(account!, may))
      const page =
        account && may['ads.see']?.allowed
          ? accountPage(signedIn, account, may, refused)
          : refusedPage(signedIn, refused ?? '')
      return reply
        .code(refused ? 403 : 200)
        .type('text/html')
        .send(page)
    }
  const setState = (state: Advert['state']) => (account: MarramAccount, _by: SignedIn, request: OnAccount) => {
    const advert = account.adverts.find(one => one.id === request.params.id)
    if (advert) advert.state = state
    accounts.keep()
  }

  app.get(
    '/assets/:ref',
    onAccount('ads.see', () => undefined),
  )
  app.post(
    '/assets/:ref/adverts',
    onAccount(
      'ads.draft',
      (account, by, request) =>
        void accounts.draft(account, String(request.body?.title ?? 'Untitled').slice(0, 80), by.name),
    ),
  )
  app.post('/assets/:ref/adverts/:id/publish', onAccount('ads.publish', setState('published')))
  app.post('/assets/:ref/adverts/:id/pause', onAccount('ads.pause', setState('paused')))
  app.post(
    '/assets/:ref/access',
    onAccount('access.change', () => undefined),
  )
}

/** An account as JSON, without the figures that are hidden. */
function asJson(account: MarramAccount, may: Record<string, Answer>) {
  const sees = may['report.see']?.sees ?? []
  const figures = { spend: account.spend, revenue: account.revenue, contacts: account.contacts }
  return {
    ref: account.ref,
    name: account.name,
    level: may['ads.see']?.level,
    adverts: account.adverts,
    figures: Object.fromEntries(Object.entries(figures).filter(([name]) => sees.includes(name))),
  }
}

function wantsJson(request: FastifyRequest): boolean {
  return (request.headers.accept ?? '').includes('application/json')
}

function sameText(one: string, other: string): boolean {
  const digest = (text: string) => createHash('sha256').update(text).digest()
  return timingSafeEqual(digest(one), digest(other))
}
