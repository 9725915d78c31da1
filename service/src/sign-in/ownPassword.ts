import { maybePasswords, secretsAreNotShared } from '@famiglia/core'
import type { FastifyRequest } from 'fastify'
import { LRUCache } from 'lru-cache'
import { createHmac, randomBytes } from 'node:crypto'
import type { AnySchema } from 'yup'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { typedIn } from '../base/typed-text.ts'
import type { App } from '../base/validation.ts'
import { getPerson } from '../people/queries.ts'
import { passwords } from './password.ts'

/** As many texts of one request as are looked at. */
const mostTexts = 4
/** What was looked at is known for so long. */
const minutesKnown = 60
/** As many texts of one person are compared within that: whoever holds a stolen token is not to find out a password by writing notes. */
const compared = { name: 'own password', most: 20, seconds: minutesKnown * 60 }

/**
 * Refuses a text that holds the password of who types it, into a note, a reason, a label or a name: `text.secret`. Nobody needs
 * it, and whoever reads the text could sign in with it. What was typed is compared with what is kept of the password, and is
 * itself kept nowhere but as a keyed hash in memory, so that the same text is not compared again and again. What only previews
 * is kept by nobody, and not looked at.
 */
export function refuseOwnPassword(app: App, kit: Kit): void {
  const words = passwords(kit.config.FAMIGLIA_PASSWORD_MEMORY_KIB)
  const key = randomBytes(32)
  const harmless = new LRUCache<string, true>({ max: 20_000, ttl: minutesKnown * 60_000 })
  app.addHook('preHandler', async (request: FastifyRequest) => {
    const { live, body } = request
    const { url, schema } = request.routeOptions
    if (!live || !body || !schema?.body || url?.endsWith('/preview')) return
    const typed = typedIn(schema.body as AnySchema, body)
      .flatMap(maybePasswords)
      .slice(0, mostTexts)
    const marked = typed.map(text => ({ text, mark: markOf(key, live.person, text) }))
    const unknown = marked.filter(({ mark }) => !harmless.has(mark))
    if (unknown.length === 0) return
    const counted = await kit.limits.count(...unknown.map(() => [compared, live.person] as const)).catch(onlyTooMany)
    if (!counted) return
    const person = await getPerson(kit.database.manager, live.person)
    for (const { text, mark } of unknown) {
      if (await words.matches(person.passwordHash, text))
        throw new Problem('text.secret', `That is your own password. ${secretsAreNotShared}`)
      harmless.set(mark, true)
    }
  })
}

function onlyTooMany(refused: unknown): null {
  if (refused instanceof Problem) return null
  throw refused
}

function markOf(key: Buffer, person: string, text: string): string {
  return createHmac('sha256', key).update(`${person} ${text}`).digest('base64url')
}
