import { number, object, string, array, type AnySchema } from 'yup'
import { foreignSignIn } from './foreign-signs.ts'
import { isIdText } from './id-text.ts'
import { Problem } from './problem.ts'

/** What a list is asked with: at most how many, and where the page before it ended. */
export const pageQuery = { limit: number().integer().min(1).max(200).default(50), after: string().max(400) }

export function pageOf<S extends AnySchema>(item: S) {
  return object({
    items: array(item).required(),
    next: string()
      .nullable()
      .defined()
      .meta({ description: 'What to give as `after` for the page that follows; null on the last page.' }),
  })
}

/** Cuts a page from one row more than it holds, and says where the next one begins. */
export function cutPage<T>(
  rows: readonly T[],
  limit: number,
  keyOf: (row: T) => readonly unknown[],
): { items: T[]; next: string | null } {
  const items = rows.slice(0, limit)
  const last = items.at(-1)
  const next = rows.length > limit && last ? Buffer.from(JSON.stringify(keyOf(last))).toString('base64url') : null
  return { items, next }
}

/** The key a page begins after; null for the first page. What was not made here is refused: `request.invalid`. */
export function readCursor(after: string | undefined): unknown[] | null {
  if (!after) return null
  try {
    const key: unknown = JSON.parse(Buffer.from(after, 'base64url').toString('utf8'))
    if (Array.isArray(key) && foreignSignIn(key) === null) return key
  } catch {
    // Refused below, as is JSON that is no key.
  }
  throw notMadeHere()
}

/** The id a page begins after, where pages go by ids alone; null for the first page. */
export function idCursor(after: string | undefined): string | null {
  const key = readCursor(after)
  if (!key) return null
  const id = String(key[0])
  if (isIdText(id)) return id
  throw notMadeHere()
}

/** How many rows come before a page, where pages are cut from a whole that was worked out; 0 for the first page. */
export function placeCursor(after: string | undefined): number {
  if (!after) return 0
  if (/^\d{1,9}$/.test(after)) return Number(after)
  throw notMadeHere()
}

/** Refuses a cursor that no page before told (`request.invalid`). */
export const notMadeHere = () =>
  new Problem('request.invalid', 'No page follows that: “after” is what the page before told as “next”.', {
    pointer: '/after',
  })

/** The `Link` header (RFC 8288) of a page. */
export function nextLink(url: string, next: string | null): Record<string, string> {
  if (!next) return {}
  const [path, query] = url.split('?')
  const params = new URLSearchParams(query)
  params.set('after', next)
  return { link: `<${path}?${params.toString()}>; rel="next"` }
}
