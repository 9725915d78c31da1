import type { FastifyInstance, FastifyTypeProvider } from 'fastify'
import fastJson, { type Schema as SerializerSchema } from 'fast-json-stringify'
import { ValidationError, type AnySchema, type InferType } from 'yup'
import { foreignSignIn } from './foreign-signs.ts'
import { jsonSchemaOf } from './json-schema.ts'
import { Problem } from './problem.ts'
import { tidierOf } from './typed-text.ts'

/** Lets Fastify's requests and replies take their types from the routes' Yup schemas. */
export interface YupTypes extends FastifyTypeProvider {
  validator: this['schema'] extends AnySchema ? InferType<this['schema']> : unknown
  serializer: this['schema'] extends AnySchema ? Unchanging<InferType<this['schema']>> : unknown
}

/** An answer is only read from: it may be made of what cannot be changed. */
type Unchanging<T> = T extends object ? { readonly [K in keyof T]: Unchanging<T[K]> } : T

export type App = FastifyInstance<
  import('fastify').RawServerDefault,
  import('http').IncomingMessage,
  import('http').ServerResponse,
  import('fastify').FastifyBaseLogger,
  YupTypes
>

/**
 * A quick look at what is asked thousands of times a second: whether it fits beyond doubt. Whatever does not is checked
 * by the schema, which also says what is wrong.
 */
export type SurelyFits = (data: unknown) => boolean

/** Writes as JSON what is answered thousands of times a second: what the schema names of it, and nothing else. */
type Writes = (answer: unknown) => Buffer

/** Checks what comes in against the route's schema, and drops from what goes out all that its schema does not name. */
export function useYup(app: FastifyInstance): void {
  app.setValidatorCompiler<AnySchema>(({ schema, httpPart }) => {
    const isBody = httpPart === 'body'
    const tidy = isBody ? tidierOf(schema) : null
    const given = (data: unknown) => (isBody ? (data ?? {}) : data)
    return data => {
      const { surely } = (schema.meta() ?? {}) as { surely?: SurelyFits }
      if (isBody && surely?.(data)) return { value: data }
      const sign = foreignSignIn(data)
      if (sign !== null) return { error: foreignSign(sign, httpPart ?? 'request') }
      try {
        const value: unknown = schema.validateSync(tidy ? tidy(given(data)) : given(data), {
          abortEarly: false,
          strict: isBody,
          stripUnknown: false,
        })
        return { value }
      } catch (error) {
        return { error: error instanceof ValidationError ? asProblem(error, httpPart ?? 'request') : (error as Error) }
      }
    }
  })
  app.setSerializerCompiler<AnySchema>(({ schema }) => {
    const { writes } = (schema.meta() ?? {}) as { writes?: Writes }
    // Fastify sends bytes as well as text, but its types know of text alone.
    return (
      (writes as ((answer: unknown) => never) | undefined) ??
      fastJson(jsonSchemaOf(schema) as unknown as SerializerSchema)
    )
  })
}

function asProblem(error: ValidationError, part: string): Problem {
  const faults = (error.inner.length > 0 ? error.inner : [error]).map(one => ({
    pointer: pointerTo(one.path),
    message: one.message,
  }))
  const first = faults[0]!
  return new Problem('request.invalid', `${faults.map(fault => fault.message).join('; ')}${whereIn(part)}.`, {
    pointer: first.pointer,
    faults,
  })
}

function foreignSign(pointer: string, part: string): Problem {
  const message = 'a text holds a sign that cannot be typed, or turns the direction of writing round'
  return new Problem('request.invalid', `${message}${whereIn(part)}.`, { pointer, faults: [{ pointer, message }] })
}

const whereIn = (part: string) => (part === 'body' ? '' : ` (in the ${part === 'querystring' ? 'query' : part})`)

function pointerTo(path: string | undefined): string {
  if (!path) return ''
  return `/${path
    .replace(/\[(\d+)\]/g, '.$1')
    .replace(/^"|"$/g, '')
    .split('.')
    .join('/')}`
}
