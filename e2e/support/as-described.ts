import type { ValidateFunction } from 'ajv'
import { afterEach, expect } from 'vitest'

/**
 * Holds what the service answers to what it says of itself: each answer that a test gets over HTTP is checked against the
 * description, status, body and all. What differs fails the test.
 */
const differences: string[] = []
const plainFetch = globalThis.fetch

globalThis.fetch = async (input, init) => {
  const response = await plainFetch(input, init)
  const asked = input instanceof Request ? input : new Request(input, { ...init, body: null })
  const { pathname } = new URL(asked.url)
  // What a test serves itself is not the service.
  const isOurs = response.headers.has('x-request-id')
  const isStream = response.headers.get('content-type')?.includes('event-stream')
  if (isOurs && !isStream && /^\/(v1|access\/v1)\//.test(pathname))
    await compare(asked.method, pathname, response.clone())
  return response
}

afterEach(() => {
  expect(differences.splice(0)).toEqual([])
})

interface Answer {
  readonly $ref?: string
  readonly content?: Record<string, unknown>
}
interface Operation {
  readonly responses: Record<string, Answer>
}
interface Described {
  readonly routes: readonly {
    readonly path: string
    readonly like: RegExp
    readonly methods: Record<string, Operation>
  }[]
  /** Checks a value against the schema at a JSON Pointer of the description. */
  check(pointer: string, value: unknown): string | null
}

let described: Promise<Described> | null = null

async function describe(): Promise<Described> {
  const [{ apiDescription }, { Ajv2020 }, { default: addFormats }] = await Promise.all([
    import('@famiglia/service'),
    import('ajv/dist/2020.js'),
    import('ajv-formats'),
  ])
  const document = JSON.parse(JSON.stringify(await apiDescription())) as {
    paths: Record<string, Record<string, Operation>>
  }
  const ajv = new Ajv2020({ strict: false, allErrors: true })
  addFormats.default(ajv)
  ajv.addSchema(document, 'description')
  const checks = new Map<string, ValidateFunction>()
  return {
    routes: Object.entries(document.paths).map(([path, methods]) => ({
      path,
      like: new RegExp(`^${path.replace(/[.]/g, '\\.').replace(/\{[^}]+\}/g, '[^/]+')}$`),
      methods,
    })),
    check: (pointer, value) => {
      const check = checks.get(pointer) ?? ajv.compile({ $ref: `description#${pointer}` })
      checks.set(pointer, check)
      return check(value) ? null : ajv.errorsText(check.errors)
    },
  }
}

const escaped = (part: string) => encodeURIComponent(part.replaceAll('~', '~0').replaceAll('/', '~1'))

async function compare(method: string, pathname: string, response: Response): Promise<void> {
  described ??= describe()
  const { routes, check } = await described
  const verb = method.toLowerCase()
  const matching = routes.filter(({ like, methods }) => like.test(pathname) && methods[verb])
  // What is named stands before what is a parameter.
  const route = matching.sort((one, other) => one.path.split('{').length - other.path.split('{').length)[0]
  if (!route) return
  const { status } = response
  const where = `${method} ${route.path} ${status}`
  const answers = route.methods[verb]!.responses
  const answer = answers[status] ?? (status >= 400 ? answers['default'] : undefined)
  if (!answer) return void differences.push(`${where} is not described`)
  const type = (response.headers.get('content-type') ?? '').split(';')[0]!
  if (status >= 400) {
    const wrong = check('/components/schemas/Problem', await response.json())
    if (wrong || type !== 'application/problem+json') differences.push(`${where}: ${type} ${wrong}`)
    return
  }
  if (!answer.content?.[type]) return void differences.push(`${where} is described without ${type}`)
  if (!type.endsWith('json')) return
  const pointer = ['', 'paths', route.path, verb, 'responses', String(status), 'content', type, 'schema']
  const wrong = check(pointer.map(escaped).join('/'), await response.json())
  if (wrong) differences.push(`${where}: ${wrong}`)
}
