import { afterAll, beforeAll, expect, test } from 'vitest'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene()
})
afterAll(() => scene.close())

test('metrics are named as Prometheus wants them, each with its help, and tell of nobody', async () => {
  const text = await (await fetch(`${scene.url}/metrics`)).text()
  const kinds = new Map([...text.matchAll(/^# TYPE (\S+) (\w+)$/gm)].map(([, name, kind]) => [name!, kind!]))
  const helped = new Set([...text.matchAll(/^# HELP (\S+) \S/gm)].map(([, name]) => name))
  expect(kinds.size).toBeGreaterThan(20)
  for (const [name, kind] of kinds) {
    expect(helped, name).toContain(name)
    expect(name.endsWith('_total'), name).toBe(kind === 'counter')
    expect(name, name).not.toMatch(/_(ms|milliseconds|kb|minutes)(_|$)|[A-Z]/)
  }
  for (const somebody of [scene.agnese.business, scene.agnese.email, 'winter-freight'])
    expect(text).not.toContain(somebody)
})
