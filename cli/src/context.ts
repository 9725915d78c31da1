import { on } from 'node:events'
import { EventSource } from 'eventsource'
import { answerOf, famigliaClient, Refusal, type FamigliaClient, type Schemas } from '@famiglia/client'
import { openDesk, type Desk } from './desk.ts'
import { readKept, urlFrom, type Environment, type Kept } from './settings.ts'

export interface CommonOptions {
  readonly json?: boolean
  readonly csv?: boolean
  readonly for?: string
  readonly yes?: boolean
}

/** A command ends with an exit status and a word on why. */
export class Exit extends Error {
  constructor(
    readonly exit: number,
    message: string,
  ) {
    super(message)
  }
}

/** What a command works with: where the service is, who is signed in, for whom they act. */
export class Context {
  readonly desk: Desk
  readonly kept: Kept
  readonly url: string
  readonly client: FamigliaClient
  private readonly token: string | null
  private known: Promise<Schemas['Me']> | null = null

  constructor(
    readonly options: CommonOptions,
    readonly environment: Environment,
  ) {
    this.desk = openDesk(options)
    this.kept = readKept(environment)
    this.url = urlFrom(environment, this.kept)
    this.token = environment['FAMIGLIA_TOKEN'] || this.kept.token || null
    this.client = famigliaClient({ url: this.url, token: this.token })
  }

  me(): Promise<Schemas['Me']> {
    this.known ??= answerOf(this.client.GET('/v1/me'))
    return this.known
  }

  /** The number of the business acted for: the one named, the one chosen by `act-for`, or the only one there is. */
  async acting(): Promise<string> {
    const { businesses } = await this.me()
    const wanted = this.options.for ?? this.kept.actingFor
    if (this.options.for) return this.options.for
    const found =
      businesses.find(business => business.number === wanted) ?? (businesses.length === 1 ? businesses[0] : undefined)
    if (found) return found.number
    if (businesses.length === 0)
      throw new Exit(
        3,
        'You work for no business yet. Accept an invitation, or open one with “famiglia open-business”.',
      )
    throw new Exit(
      2,
      `Say for whom: “famiglia act-for <business>”, or --for. You work for ${businesses.map(({ name, number }) => `${name} (${number})`).join(', ')}.`,
    )
  }

  async path(): Promise<{ business: string }> {
    return { business: await this.acting() }
  }

  /** Does something that may take a fresh proof: asks for it when it does and somebody is there, then does it again. */
  async withProof<T>(act: () => Promise<T>): Promise<T> {
    try {
      return await act()
    } catch (error) {
      if (!(error instanceof Refusal) || error.code !== 'proof.needed' || !this.desk.interactive) throw error
      this.desk.remark(error.message)
      await this.prove({})
      return act()
    }
  }

  /** The numbers of the businesses in which something changes, each time it does; it ends when the sign-in does. */
  async *changes(): AsyncGenerator<readonly string[]> {
    const ended = new AbortController()
    const stream = new EventSource(`${this.url}/v1/me/changes`, {
      fetch: (url, init) =>
        fetch(url, { ...init, headers: { ...init.headers, authorization: `Bearer ${this.token ?? ''}` } }),
    })
    stream.addEventListener('error', ({ code }) => (code === 401 ? ended.abort() : undefined))
    try {
      for await (const [{ data }] of on(stream, 'changed', { signal: ended.signal }))
        yield (JSON.parse(data as string) as { businesses: string[] }).businesses
    } catch (error) {
      if (!ended.signal.aborted) throw error
    } finally {
      stream.close()
    }
  }

  /** Whether it goes on without a question: somebody has said --yes, or made an unattended token for it. */
  async goesOn(): Promise<boolean> {
    return Boolean(this.options.yes) || (this.token !== null && (await this.me()).session.unattended)
  }

  /** Goes on only when it is wanted. */
  async sure(question: string): Promise<void> {
    if (await this.goesOn()) return
    if (!this.desk.interactive) throw new Exit(2, 'Nobody is there to ask: add --yes when you mean it.')
    if (!(await this.desk.askYes(question))) throw new Exit(1, 'Nothing was done.')
  }

  async prove(given: { code?: string; password?: string }): Promise<Schemas['Me']> {
    const me = await this.me()
    if (me.person.secondProof && !me.person.codeSetUp)
      throw new Exit(4, 'You have a passkey set up: confirm with it in the console, then “famiglia sign-in” again.')
    const asked =
      Object.keys(given).length > 0
        ? given
        : me.person.codeSetUp
          ? { code: (await this.desk.askText('Six-digit code:')).replace(/\s/g, '') }
          : { password: await this.desk.askText('Password:', { secret: true }) }
    await answerOf(this.client.POST('/v1/me/proof', { body: asked }))
    return me
  }
}

type FetchPage<T> = (after: string | undefined) => Promise<{ items: T[]; next: string | null }>

/** What is on all pages of a list, each fetched when the one before it was read. */
export async function* eachOf<T>(fetchPage: FetchPage<T>): AsyncGenerator<T> {
  let after: string | undefined
  do {
    const page = await fetchPage(after)
    yield* page.items
    after = page.next ?? undefined
  } while (after)
}

/** As many of them as are wanted. */
export async function* first<T>(items: AsyncIterable<T>, most: number): AsyncGenerator<T> {
  let count = 0
  for await (const item of items) {
    yield item
    if (++count >= most) return
  }
}

/** All pages of a list, up to a limit, so that a terminal is not flooded. */
export async function allPages<T>(fetchPage: FetchPage<T>, most: number): Promise<T[]> {
  const items: T[] = []
  for await (const item of first(eachOf(fetchPage), most)) items.push(item)
  return items
}
