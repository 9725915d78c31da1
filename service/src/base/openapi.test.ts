import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { readNumber } from '@famiglia/core'
import { createConfig, lintFromString } from '@redocly/openapi-core'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { generate as makeClient } from 'openapi-typescript-codegen'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { open } from '../../../e2e/support/routes.ts'
import { openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
let source: string
interface Operation {
  readonly operationId: string
  readonly security?: object[]
  readonly parameters?: { name: string; schema: { type?: string; enum?: unknown[] }; example?: unknown }[]
  readonly requestBody?: { content: Record<string, { example?: unknown }> }
}
let description: { paths: Record<string, Record<string, Operation>> }
let folder: string
beforeAll(async () => {
  scene = await openScene()
  source = await (await fetch(`${scene.url}/openapi.json`)).text()
  description = JSON.parse(source) as typeof description
  mkdirSync('.cache', { recursive: true })
  folder = mkdtempSync(join('.cache', 'client-'))
})
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true })
  await scene.close()
})

test('a linter has nothing to say about the description, by its recommended rules', async () => {
  const config = await createConfig({ extends: ['recommended'] })
  // Here it is served from loopback, which no description should tell anybody.
  const published = source.replaceAll(/http:\/\/localhost:\d+/g, 'https://famiglia.example')
  const problems = await lintFromString({ source: published, absoluteRef: 'openapi.json', config })
  expect(problems.map(({ ruleId, message }) => `${ruleId}: ${message}`)).toEqual([])
})

test('every operation has a name of its own, and says who may ask', () => {
  const all = Object.entries(description.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ route: `${method.toUpperCase()} ${path}`, ...operation })),
  )
  expect(new Set(all.map(({ operationId }) => operationId)).size).toBe(all.length)
  for (const { operationId } of all) expect(operationId).toMatch(/^[a-z]+([A-Z0-9][a-z]*)+$/)
  const asksNobody = all.filter(({ security }) => security?.length === 0).map(({ route }) => route)
  expect(asksNobody.sort()).toEqual(Object.keys(open).sort())
})

test('a client that a stock generator makes of it calls what is there', async () => {
  await makeClient({ input: JSON.parse(source) as object, output: folder, httpClient: 'fetch', useOptions: true })
  writeFileSync(join(folder, 'package.json'), '{"type":"module"}')
  const { OpenAPI, ...made } = (await import(/* @vite-ignore */ `${process.cwd()}/${folder}/index.ts`)) as {
    OpenAPI: { BASE: string; TOKEN: string }
  }
  Object.assign(OpenAPI, { BASE: scene.url, TOKEN: (await scene.signIn(scene.agnese)).token })
  type Services = Record<string, Record<string, (options?: object) => Promise<Record<string, unknown>>>>
  const call = (operation: string, options: object = {}) => {
    const service = Object.values(made as Services).find(one => typeof one[operation] === 'function')
    if (!service) throw new Error(`It has no ${operation}.`)
    return service[operation]!(options)
  }
  const { business } = scene.agnese
  expect(await call('getMe')).toMatchObject({ person: { name: scene.agnese.name } })
  expect(await call('postTeams', { business, requestBody: { name: 'Made', handle: 'made' } })).toMatchObject({
    handle: 'made',
  })
  const lists = ['getTeams', 'getAssets', 'getPeople', 'getBundles', 'getPurposes', 'getProposals', 'getHistory']
  for (const list of lists) expect(await call(list, { business }), list).toMatchObject({ items: expect.any(Array) })
  expect(
    await call('postSentencesPreview', {
      business,
      requestBody: { sentence: `let ${scene.tomasz.email} watch on ad-account/winter-freight` },
    }),
  ).toBeTruthy()
  await expect(call('getTeamsByTeam', { business, team: 'nobody' })).rejects.toMatchObject({
    status: 404,
    body: { code: 'team.unknown' },
  })
})

test('the type of a problem leads to where it is explained', async () => {
  const refused = await fetch(`${scene.url}/v1/me`)
  const { type, code } = (await refused.json()) as { type: string; code: string }
  expect(type).toBe(`${scene.town.service.kit.publicUrl()}/problems/sign-in.needed`)
  const page = await fetch(type)
  expect([page.status, page.headers.get('content-type')]).toEqual([200, 'text/html'])
  const words = await page.text()
  expect(words).toContain(code)
  expect(words).toContain('Sign in first')
  expect(await (await fetch(`${scene.url}/problems`)).text()).toContain(`/problems/${code}`)
  expect((await fetch(`${scene.url}/problems/made.up`)).status).toBe(404)
})

test('each parameter and each body has an example, and a body’s is what the service takes', () => {
  const check = new Ajv2020({ strict: false, validateFormats: false })
  check.addSchema(description, 'description')
  for (const [path, methods] of Object.entries(description.paths))
    for (const [method, { parameters = [], requestBody }] of Object.entries(methods)) {
      for (const { name, schema, example } of parameters)
        expect(example ?? schema.enum ?? schema.type === 'boolean', `${method} ${path} ${name}`).toBeTruthy()
      const body = requestBody?.content['application/json']
      if (!body) continue
      const pointer = `description#/paths/${path.replaceAll('~', '~0').replaceAll('/', '~1').replaceAll('{', '%7B').replaceAll('}', '%7D')}/${method}/requestBody/content/application~1json/schema`
      expect(check.validate({ $ref: pointer }, body.example), `${method} ${path}: ${check.errorsText()}`).toBe(true)
    }
  const numbers = source.matchAll(/"([AB]-\d{4}-\d{4}-\d{2})"/g)
  for (const [, number] of numbers) expect(readNumber(number!), number).toHaveProperty('ok', true)
})
