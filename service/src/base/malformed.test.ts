import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

type Operation = { parameters?: { in: string; name: string }[]; requestBody?: object }
const routes = async () => {
  const { paths } = (await (await fetch(`${scene.url}/openapi.json`)).json()) as {
    paths: Record<string, Record<string, Operation>>
  }
  return Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method: method.toUpperCase(), ...operation })),
  )
}
const ask = async (method: string, path: string, body?: string) => {
  const answer = await fetch(scene.url + path, {
    method,
    headers: {
      authorization: `Bearer ${scene.agnese.token}`,
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
    },
    ...(body === undefined ? {} : { body }),
  })
  await answer.body?.cancel()
  return answer.status
}
const business = () => scene.agnese.business
const fill = (path: string, value: string) => path.replace('{business}', business()).replace(/\{[^}]+\}/g, () => value)
const cursor = (key: unknown) => Buffer.from(JSON.stringify(key)).toString('base64url')

test('what is malformed in a path, a query or a body is refused by every route, and never a fault of the service', async () => {
  const faults: string[] = []
  const expectRefused = async (method: string, path: string, body?: string) => {
    const status = await ask(method, path, body)
    if (status >= 500) faults.push(`${method} ${path} ${body ?? ''}: ${status}`)
  }
  for (const { path, method, parameters = [], requestBody } of await routes()) {
    if (path.includes('/live') || path === '/v1/sign-out') continue
    for (const value of ['%00', 'x'.repeat(2_000), '%ED%A0%80', '..%2f..%2fetc', '%E2%80%AEnefael', '-1', '%'])
      if (/\{(?!business\})/.test(path)) await expectRefused(method, fill(path, value), requestBody ? '{}' : undefined)
    for (const { name } of parameters.filter(one => one.in === 'query'))
      for (const value of [
        '%00',
        cursor([{}]),
        cursor(['x', 'y', 'z']),
        cursor(['2026-13-45', 'x']),
        cursor([1e300, null]),
        cursor(['\0']),
        Buffer.from('{"a":').toString('base64url'),
        '%ED%A0%80',
      ])
        await expectRefused(method, `${fill(path, 'summer')}?${name}=${value}`, requestBody ? '{}' : undefined)
    if (requestBody)
      for (const body of ['', '{}', 'null', '[]', '"x"', '{"a":', '{"name":"a\\u0000b"}', '{"__proto__":{}}', '1e999'])
        await expectRefused(method, fill(path, 'summer'), body)
  }
  expect(faults).toEqual([])
}, 120_000)

test('a name holds no sign that cannot be typed, and none that turns the direction of writing round', async () => {
  for (const sign of ['\0', '\u001b[2J', '\u202e', '\u2066', '\ud800', '\u009b'])
    expect(
      await ask('POST', `/v1/businesses/${business()}/teams`, JSON.stringify({ handle: 'deck', name: `De${sign}ck` })),
    ).toBe(400)
  expect(
    await ask('POST', `/v1/businesses/${business()}/teams`, JSON.stringify({ handle: 'palubba', name: 'سطح السفينة' })),
  ).toBeLessThan(300)
})

test('every answer says that it is not kept, and what a page of ours may do', async () => {
  for (const path of ['/v1/me', '/', '/sign-in', '/oidc/device', '/nothing/at/all']) {
    const { headers } = await fetch(scene.url + path, { redirect: 'manual' })
    expect(headers.get('cache-control'), path).toMatch(/no-store/)
    expect(headers.get('content-security-policy'), path).toContain("form-action 'self';base-uri 'none'")
    expect(headers.get('content-security-policy'), path).toContain("frame-ancestors 'none'")
    expect(headers.get('cross-origin-opener-policy'), path).toBe('same-origin')
    expect(headers.get('permissions-policy'), path).toContain('camera=()')
    expect(headers.get('strict-transport-security'), path).toBeNull()
  }
})
