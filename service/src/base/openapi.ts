import swagger from '@fastify/swagger'
import swaggerUi from '@fastify/swagger-ui'
import { faults } from '@famiglia/core'
import type { FastifyInstance, FastifySchema } from 'fastify'
import type { AnySchema, ObjectSchema } from 'yup'
import { jsonSchemaOf, type JsonSchema } from './json-schema.ts'

const mark = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 140 25" fill="none" stroke="#fff" stroke-linecap="round"><path d="M10 24V13" stroke-width="2.6"/><path d="M10 15C10 10 4.5 11 4.5 5.5" stroke-width="2"/><path d="M10 17C10 11.5 15.5 12.5 15.5 8" stroke-width="1.5"/><circle cx="4.5" cy="3.2" r="2.2" fill="#fff" stroke="none"/><circle cx="15.5" cy="6" r="1.8" fill="#fff" stroke="none"/><text x="28" y="20" fill="#fff" stroke="none" font-family="Georgia, serif" font-size="20">Famiglia</text></svg>`

type YupPart = AnySchema | undefined

/** The description of the HTTP interface, made from the routes' Yup schemas, at `/openapi.json`, with a page to read it at `/api`. */
export async function describeApi(app: FastifyInstance): Promise<void> {
  const components = new Map<string, JsonSchema>([['Problem', problemSchema]])
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Famiglia',
        version: '1',
        description:
          'Who may do what, with which asset, until when. Errors are problem details (RFC 9457) with a stable `code`.',
      },
      components: {
        securitySchemes: {
          bearer: { type: 'http', scheme: 'bearer' },
          cookie: { type: 'apiKey', in: 'cookie', name: 'famiglia_session' },
        },
      },
      security: [{ bearer: [] }, { cookie: [] }],
    },
    transform: ({ schema, url }) => ({ schema: describeRoute(schema, components), url }),
    transformObject: document => {
      const { openapiObject } = document as { openapiObject: Record<string, unknown> & { components: object } }
      return { ...openapiObject, components: { ...openapiObject.components, schemas: Object.fromEntries(components) } }
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

/**
 * A route's schema as the description wants it. The answers for problems are added to every route, so that clients
 * know their shape.
 */
function describeRoute(schema: FastifySchema, components: Map<string, JsonSchema>): FastifySchema {
  if (!schema || (schema as { hide?: boolean }).hide) return { hide: true } as FastifySchema
  const { body, params, querystring, response, ...rest } = schema as FastifySchema & {
    response?: Record<string, AnySchema>
  }
  const part = (wanted: YupPart) => (wanted ? jsonSchemaOf(wanted, components) : undefined)
  const answers = Object.fromEntries(
    Object.entries(response ?? {}).map(([status, wanted]) => [
      status,
      { description: 'Done', content: { 'application/json': { schema: jsonSchemaOf(wanted, components) } } },
    ]),
  )
  const problems = {
    description: 'A problem',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  }
  return {
    ...rest,
    ...(body ? { body: part(body as AnySchema) } : {}),
    ...(params ? { params: inlined(params as ObjectSchema<object>) } : {}),
    ...(querystring ? { querystring: inlined(querystring as ObjectSchema<object>) } : {}),
    response: { ...answers, default: problems },
  } as FastifySchema
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
