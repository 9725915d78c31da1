import { expect } from 'vitest'

/** A visitor with nothing but HTTP: keeps cookies by host and port, follows redirects, as any client would. */
export class Visitor {
  private readonly cookies = new Map<string, string>()

  async go(
    url: string,
    options: {
      method?: string
      json?: object
      form?: Record<string, string>
      accept?: string
      /** Where they are led is no longer followed from an address that begins so. */
      until?: string
    } = {},
  ): Promise<{ url: string; status: number; body: string }> {
    const headers: Record<string, string> = {
      accept: options.accept ?? 'application/json',
      cookie: [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; '),
    }
    const body = options.json
      ? JSON.stringify(options.json)
      : options.form
        ? new URLSearchParams(options.form).toString()
        : undefined
    if (options.json) headers['content-type'] = 'application/json'
    if (options.form) headers['content-type'] = 'application/x-www-form-urlencoded'
    const response = await fetch(url, {
      method: options.method ?? (body ? 'POST' : 'GET'),
      headers,
      redirect: 'manual',
      ...(body ? { body } : {}),
    })
    for (const set of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(set)!
      if (value) this.cookies.set(name!, value)
      else this.cookies.delete(name!)
    }
    const next = response.headers.get('location')
    if (response.status >= 300 && response.status < 400 && next) {
      const to = new URL(next, url).href
      if (options.until && to.startsWith(options.until)) return { url: to, status: response.status, body: '' }
      return this.go(to, { accept: headers['accept']!, ...(options.until ? { until: options.until } : {}) })
    }
    return { url, status: response.status, body: await response.text() }
  }
}

/** What came, as JSON; an answer that is no good fails with what it said. */
export const answer = async <T>(call: Promise<{ status: number; body: string }>) => {
  const { status, body } = await call
  expect({ status, body: status < 300 ? '' : body }).toEqual({
    status: expect.toSatisfy((code: number) => code < 300),
    body: '',
  })
  return JSON.parse(body) as T
}
