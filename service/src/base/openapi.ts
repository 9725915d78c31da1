import swagger from '@fastify/swagger'
import swaggerUi from '@fastify/swagger-ui'
import { faults } from '@famiglia/core'
import type { FastifyInstance, FastifySchema, RouteOptions } from 'fastify'
import { string, type AnySchema, type ObjectSchema } from 'yup'
import { sessionCookie } from './session.ts'
import { exampleBody, exampleOf } from './examples.ts'
import { jsonSchemaOf, type JsonSchema } from './json-schema.ts'

const mark = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 140 25" fill="none" stroke="#fff" stroke-linecap="round"><path d="M10 24V13" stroke-width="2.6"/><path d="M10 15C10 10 4.5 11 4.5 5.5" stroke-width="2"/><path d="M10 17C10 11.5 15.5 12.5 15.5 8" stroke-width="1.5"/><circle cx="4.5" cy="3.2" r="2.2" fill="#fff" stroke="none"/><circle cx="15.5" cy="6" r="1.8" fill="#fff" stroke="none"/><text x="28" y="20" fill="#fff" stroke="none" font-family="Georgia, serif" font-size="20">Famiglia</text></svg>`

type YupPart = AnySchema | undefined
type Security = readonly Record<string, readonly string[]>[]

/** What a route says of who may ask: nobody has to be signed in. */
export const nobodySignedIn: Security & [] = []
/** What a route says of who may ask: a platform, with the secret that it shares with the service. */
export const asPlatformOnly = [{ platform: [] }]

/** The description of the HTTP interface, made from the routes' Yup schemas, at `/openapi.json`, with a page to read it at `/api`. */
export async function describeApi(app: FastifyInstance, publicUrl: () => string): Promise<void> {
  const components = new Map<string, JsonSchema>([['Problem', problemSchema]])
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Famiglia',
        version: '1',
        license: { name: 'All rights reserved', identifier: 'LicenseRef-All-Rights-Reserved' },
        description:
          'Who may do what, with which asset, until when. Errors are problem details (RFC 9457) with a stable `code`.',
      },
      components: {
        securitySchemes: {
          bearer: { type: 'http', scheme: 'bearer', description: 'A token of somebody’s own (RFC 6750).' },
          cookie: {
            type: 'apiKey',
            in: 'cookie',
            name: sessionCookie(publicUrl()),
            description: 'The console’s sign-in.',
          },
          platform: { type: 'http', scheme: 'bearer', description: 'The secret that a platform shares with Famiglia.' },
        },
      },
      security: [{ bearer: [] }, { cookie: [] }],
    },
    transform: ({ schema, url, route }) => ({ schema: describeRoute(schema, components, route), url }),
    transformObject: document => {
      const { openapiObject } = document as unknown as { openapiObject: Document }
      for (const [path, operations] of Object.entries(openapiObject.paths))
        for (const [method, operation] of Object.entries(operations)) {
          complete(operation, method, path)
          addExamples(operation, `${method.toUpperCase()} ${path}`, components)
        }
      return {
        ...openapiObject,
        servers: [{ url: publicUrl() }],
        components: {
          ...openapiObject.components,
          schemas: Object.fromEntries(components),
          responses: problemResponses,
          headers: commonHeaders,
        },
      } as never
    },
  })
  await app.register(swaggerUi, {
    routePrefix: '/api',
    uiConfig: { docExpansion: 'list', tryItOutEnabled: false },
    staticCSP: true,
    logo: { type: 'image/svg+xml', content: Buffer.from(mark), href: '/' },
    theme: { title: 'Famiglia: the HTTP interface' },
  })
  app.get('/openapi.json', { schema: { hide: true } as FastifySchema }, async () => app.swagger())
}

interface Operation {
  operationId?: string
  readonly security?: Security
  readonly parameters?: readonly { in: string; name: string; example?: unknown }[]
  readonly requestBody?: { readonly content: Record<string, { readonly schema: JsonSchema; example?: unknown }> }
  responses: Record<string, object>
}

interface Document {
  readonly paths: Record<string, Record<string, Operation>>
  readonly components: object
}

/**
 * A route's schema as the description wants it: in JSON Schema, with the headers that it takes. Answers for problems and
 * what all have in common are added when the whole is there.
 */
function describeRoute(
  schema: FastifySchema,
  components: Map<string, JsonSchema>,
  { config = {} }: Pick<RouteOptions, 'config'>,
): FastifySchema {
  if (!schema || (schema as { hide?: boolean }).hide) return { hide: true } as FastifySchema
  const { body, params, querystring, response, ...rest } = schema as FastifySchema & {
    response?: Record<string, AnySchema>
  }
  const part = (wanted: YupPart) => (wanted ? jsonSchemaOf(wanted, components) : undefined)
  const answers = Object.fromEntries(
    Object.entries(response ?? {}).map(([status, wanted]) => [
      status,
      { description: 'Done', content: { [typeOf(wanted)]: { schema: jsonSchemaOf(wanted, components) } } },
    ]),
  )
  const taken = { ...(config.once ? onceHeader : {}), ...(config.versioned ? ifMatchHeader : {}) }
  return {
    ...rest,
    ...(body ? { body: part(body as AnySchema) } : {}),
    ...(params ? { params: inlined(params as ObjectSchema<object>) } : {}),
    ...(querystring ? { querystring: inlined(querystring as ObjectSchema<object>) } : {}),
    ...(Object.keys(taken).length > 0 ? { headers: { type: 'object', properties: taken } } : {}),
    response: answers,
  } as FastifySchema
}

/** An answer that is no JSON, as the description wants it. */
export const textOf = (contentType: string): AnySchema => string().required().meta({ contentType })

const typeOf = (schema: AnySchema) =>
  ((schema.meta() ?? {}) as { contentType?: string }).contentType ?? 'application/json'

/** Its name, the headers of its answers, and each way in which it can be refused. */
function complete(operation: Operation, method: string, path: string): void {
  operation.operationId = nameOf(method, path)
  const isVersioned = operation.parameters?.some(({ name }) => name === 'If-Match')
  const hasPages = operation.parameters?.some(({ name }) => name === 'after')
  const headers = {
    ...answerHeaders,
    ...(isVersioned ? { ETag: ref('ETag') } : {}),
    ...(hasPages ? { Link: ref('Link') } : {}),
  }
  const answers = Object.fromEntries(
    Object.entries(operation.responses)
      .filter(([status]) => status.startsWith('2'))
      .map(([status, answer]) => [status, { ...answer, headers }]),
  )
  const inPath = operation.parameters?.some(parameter => parameter.in === 'path') ?? false
  const isRead = method === 'get'
  const statuses = [
    ...(operation.parameters?.length || operation.requestBody ? ['400'] : []),
    ...(operation.requestBody ? ['413'] : []),
    ...(operation.security?.length === 0 ? [] : ['401', '403']),
    ...(operation.security?.length === 0 && !isRead ? ['401'] : []),
    ...(inPath ? ['404'] : []),
    ...(isRead ? [] : ['409', '410', '422']),
    ...(method === 'patch' ? ['412'] : []),
    '429',
    '500',
    '503',
  ]
  const problems = Object.fromEntries(
    statuses.map(status => [status, { $ref: `#/components/responses/Problem${status}` }]),
  )
  operation.responses = { ...answers, ...problems, default: { $ref: '#/components/responses/Problem' } }
}

/** What each part of a request may look like. */
function addExamples(operation: Operation, route: string, components: ReadonlyMap<string, JsonSchema>): void {
  for (const parameter of operation.parameters ?? []) {
    const example = exampleOf(route, parameter.name)
    if (example !== undefined) parameter.example = example
  }
  const body = operation.requestBody?.content['application/json']
  if (body) body.example = exampleBody(route, body.schema, components)
}

/** As `getTeamsByTeam` for `GET /v1/businesses/{business}/teams/{team}`: it changes only with the path. */
function nameOf(method: string, path: string): string {
  const words = path
    .replace(/^\/v1\/(businesses\/\{business\}(?=\/))?/, '/')
    .split(/[/.-]/)
    .filter(Boolean)
    .map(word => word.replace(/^\{(.*)\}$/, 'By-$1'))
    .flatMap(word => word.split('-'))
  return method + words.map(word => word[0]!.toUpperCase() + word.slice(1)).join('')
}

const header = (description: string, schema: JsonSchema = { type: 'string' }) => ({ description, schema })
const commonHeaders = {
  RequestId: header(
    'The number of the request, as it stands in the log; yours or your proxy’s, where `X-Request-ID` came with it.',
  ),
  Link: header('The next page, `rel="next"` (RFC 8288); absent on the last one.'),
  ETag: header('The version of what was answered (RFC 9110).'),
  RetryAfter: header('Seconds after which to try again (RFC 9110).', { type: 'integer' }),
  WwwAuthenticate: header(
    'How to prove who asks (RFC 6750); `insufficient_user_authentication` where they are to prove it anew (RFC 9470).',
  ),
}
const ref = (name: keyof typeof commonHeaders) => ({ $ref: `#/components/headers/${name}` })
const answerHeaders = { 'X-Request-ID': ref('RequestId') }
const onceHeader = {
  'Idempotency-Key': {
    type: 'string',
    maxLength: 255,
    description: 'Drawn by who asks; sent again with the same one it is answered the same and happens once.',
  },
}
const ifMatchHeader = {
  'If-Match': { type: 'string', description: 'The `ETag` of what is to be changed: changed meanwhile, it is refused.' },
}

/** One answer for each status that a problem has, and one for all others. */
const problemResponses = Object.fromEntries(
  [...new Set(Object.values(faults).map(({ status }) => status))].sort().map(status => {
    const codes = (Object.keys(faults) as (keyof typeof faults)[]).filter(code => faults[code].status === status)
    return [`Problem${status}`, problemResponse(`A problem: ${codes.map(code => `\`${code}\``).join(', ')}.`, status)]
  }),
)
problemResponses['Problem'] = problemResponse('A problem that is none of these.', null)

function problemResponse(description: string, status: number | null) {
  const headers = {
    ...answerHeaders,
    ...(status === 401 ? { 'WWW-Authenticate': ref('WwwAuthenticate') } : {}),
    ...(status === 429 || status === 503 ? { 'Retry-After': ref('RetryAfter') } : {}),
  }
  return {
    description,
    headers,
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  }
}

/** Parameters stand one by one in OpenAPI, so that their schema cannot be a component. */
function inlined(schema: ObjectSchema<object>): JsonSchema {
  return jsonSchemaOf(schema)
}

const problemSchema: JsonSchema = {
  type: 'object',
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    code: { type: 'string', enum: Object.keys(faults) },
    detail: { type: 'string' },
    pointer: { type: 'string', description: 'JSON Pointer to the field at fault.' },
    nearest: { type: ['string', 'null'], description: 'The nearest known name.' },
    span: {
      type: 'object',
      properties: { start: { type: 'integer' }, end: { type: 'integer' } },
      required: ['start', 'end'],
    },
  },
  required: ['type', 'title', 'status', 'code', 'detail'],
  additionalProperties: true,
}
