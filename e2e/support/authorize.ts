/** Where a browser got to: the address that it left Famiglia for or was asked to sign in at, or a page. */
interface Left {
  readonly to: URL | null
  readonly status: number
  readonly body: string
}

/** Follows a sign-in as the browser of somebody does, up to where it leaves Famiglia. */
export async function authorizeIn(issuer: string, query: Record<string, string>, token: string | null): Promise<Left> {
  const cookies = new Map<string, string>(token ? [['famiglia_session', token]] : [])
  let url = `${issuer}/auth?${new URLSearchParams({ response_type: 'code', scope: 'openid profile email', ...query })}`
  for (let steps = 0; steps < 12; steps++) {
    const cookie = [...cookies].map(([name, value]) => `${name}=${value}`).join('; ')
    const response = await fetch(url, { redirect: 'manual', headers: { cookie, accept: 'text/html' } })
    for (const set of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(set)!
      if (value) cookies.set(name!, value)
      else cookies.delete(name!)
    }
    const next = response.headers.get('location')
    if (!next) return { to: null, status: response.status, body: await response.text() }
    const to = new URL(next, url)
    if (!to.href.startsWith(new URL(issuer).origin)) return { to, status: response.status, body: '' }
    if (to.pathname === '/sign-in') return { to, status: response.status, body: '' }
    url = to.href
  }
  throw new Error('It went round in circles.')
}
