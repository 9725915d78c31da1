import { context, propagation, SpanKind, SpanStatusCode, trace, type Span } from '@opentelemetry/api'
import type { FastifyInstance, FastifyRequest } from 'fastify'
import pg from 'pg'
import packageJson from '../../package.json' with { type: 'json' }

/** The variables of the OpenTelemetry specification, as the environment has them. */
type Variables = Readonly<Record<string, string | undefined>>

const tracer = () => trace.getTracer('famiglia', packageJson.version)
/** Characters of a statement; they are the service's own, and hold no values. */
const longestStatement = 300

/**
 * Sends traces by OTLP over HTTP, as JSON, where the variables of the OpenTelemetry specification name a collector
 * (`OTEL_EXPORTER_OTLP_ENDPOINT` or `…_TRACES_ENDPOINT`); null, and nothing is loaded, where they do not. Spans tell routes and
 * statements, never who or what a request was about.
 */
export async function openTraces(variables: Variables): Promise<{ close(): Promise<void> } | null> {
  const isOff = variables['OTEL_SDK_DISABLED']?.toLowerCase() === 'true' || variables['OTEL_TRACES_EXPORTER'] === 'none'
  const collector = variables['OTEL_EXPORTER_OTLP_TRACES_ENDPOINT'] ?? variables['OTEL_EXPORTER_OTLP_ENDPOINT']
  if (isOff || !collector) return null
  const { BatchSpanProcessor, NodeTracerProvider } = await import('@opentelemetry/sdk-trace-node')
  const { defaultResource, detectResources, envDetector, resourceFromAttributes } =
    await import('@opentelemetry/resources')
  const { OTLPTraceExporter } = await import('@opentelemetry/exporter-trace-otlp-http')
  const own = resourceFromAttributes({ 'service.name': 'famiglia', 'service.version': packageJson.version })
  const provider = new NodeTracerProvider({
    resource: defaultResource()
      .merge(own)
      .merge(detectResources({ detectors: [envDetector] })),
    spanProcessors: [new BatchSpanProcessor(new OTLPTraceExporter())],
  })
  provider.register()
  isOpen = true
  traceStatements()
  return { close: () => provider.shutdown().catch(() => undefined) }
}

const spans = new WeakMap<FastifyRequest, Span>()
let isOpen = false

/** A span for each request, under that of the caller (W3C Trace Context); nothing where traces are not sent. */
export function traceRequests(app: FastifyInstance): void {
  if (!isOpen) return
  app.addHook('onRequest', (request, _reply, done) => {
    const from = propagation.extract(context.active(), request.headers)
    const route = request.routeOptions.url ?? 'none'
    const attributes = { 'http.request.method': request.method, 'http.route': route, 'famiglia.request': request.id }
    const span = tracer().startSpan(`${request.method} ${route}`, { kind: SpanKind.SERVER, attributes }, from)
    spans.set(request, span)
    context.with(trace.setSpan(from, span), done)
  })
  // What follows a body that was read comes from its stream, where the context is another.
  app.addHook('preValidation', (request, _reply, done) =>
    context.with(trace.setSpan(context.active(), spans.get(request)!), done),
  )
  app.addHook('onResponse', (request, reply, done) => {
    const span = spans.get(request)!
    span.setAttribute('http.response.status_code', reply.statusCode)
    if (reply.statusCode >= 500) span.setStatus({ code: SpanStatusCode.ERROR })
    span.end()
    done()
  })
}

/** Work in the background, or a question to somebody else, as a span of its own. */
export async function traced<T>(name: string, kind: 'internal' | 'client', work: () => Promise<T>): Promise<T> {
  return tracer().startActiveSpan(
    name,
    { kind: kind === 'client' ? SpanKind.CLIENT : SpanKind.INTERNAL },
    async span => {
      try {
        return await work()
      } catch (error) {
        span.setStatus({ code: SpanStatusCode.ERROR })
        throw error
      } finally {
        span.end()
      }
    },
  )
}

/** Headers that tell another service which span its own belong under. */
export function traceHeaders(): Record<string, string> {
  const headers: Record<string, string> = {}
  propagation.inject(context.active(), headers)
  return headers
}

/** A span for each statement that PostgreSQL is asked; only within another span, so that looks for work make none. */
function traceStatements(): void {
  const client = pg.Client.prototype as { query: (...given: unknown[]) => unknown }
  const { query } = client
  client.query = function (this: unknown, ...given: unknown[]) {
    if (!trace.getActiveSpan()) return query.apply(this, given)
    const [first] = given
    const text = typeof first === 'string' ? first : ((first as { text?: string } | null)?.text ?? '')
    const operation = /\w+/.exec(text)?.[0]?.toUpperCase() ?? 'QUERY'
    const attributes = {
      'db.system.name': 'postgresql',
      'db.operation.name': operation,
      'db.query.text': text.replace(/\s+/g, ' ').slice(0, longestStatement),
    }
    const span = tracer().startSpan(operation, { kind: SpanKind.CLIENT, attributes })
    const end = (error?: unknown) => {
      if (error) span.setStatus({ code: SpanStatusCode.ERROR })
      span.end()
    }
    const last = given.at(-1)
    if (typeof last === 'function') {
      const told = context.bind(context.active(), last as (...outcome: unknown[]) => unknown)
      given[given.length - 1] = (...outcome: unknown[]) => {
        end(outcome[0])
        return told(...outcome)
      }
      return query.apply(this, given)
    }
    const answer = query.apply(this, given)
    if (answer instanceof Promise)
      answer.then(
        () => end(),
        (error: unknown) => end(error),
      )
    else end()
    return answer
  }
}
