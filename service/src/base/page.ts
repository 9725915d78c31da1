import { number, object, string, array, type AnySchema } from 'yup'
import { isIdText } from './id-text.ts'

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

/** The key a page begins after; null for the first page, or when it was not made here. */
export function readCursor(after: string | undefined): unknown[] | null {
  if (!after) return null
  try {
    const key: unknown = JSON.parse(Buffer.from(after, 'base64url').toString('utf8'))
    return Array.isArray(key) ? key : null
  } catch {
    return null
  }
}

/** The id a page begins after, where pages go by ids alone; null for the first page, or when it was not made here. */
export function idCursor(after: string | undefined): string | null {
  const id = String(readCursor(after)?.[0] ?? '')
  return isIdText(id) ? id : null
}

/** The `Link` header (RFC 8288) of a page. */
export function nextLink(url: string, next: string | null): Record<string, string> {
  if (!next) return {}
  const [path, query] = url.split('?')
  const params = new URLSearchParams(query)
  params.set('after', next)
  return { link: `<${path}?${params.toString()}>; rel="next"` }
}
