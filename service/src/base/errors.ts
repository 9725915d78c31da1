import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify'
import { busy, databaseAway, isDatabaseAway, isUnreadable, tookTooLong } from './database.ts'
import { Problem } from './problem.ts'

declare module 'fastify' {
  interface FastifyInstance {
    /** The address that the service is known by. */
    publicUrl(): string
  }
}

/** Turns whatever a route throws into problem details (RFC 9457); the cause goes to the log, never to the reader. */
export function answerWithProblems(app: FastifyInstance, publicUrl: () => string): void {
  app.decorate('publicUrl', publicUrl)
  app.setErrorHandler((error, request, reply) => {
    const problem = toProblem(error)
    if (problem.status >= 500 || problem.cause)
      request.log.error({ err: problem.cause ?? error, code: problem.code }, problem.message)
    return sendProblem(reply, request, problem)
  })
}

export function sendProblem(reply: FastifyReply, request: FastifyRequest, problem: Problem): FastifyReply {
  if (problem.data.retryAfter !== undefined) void reply.header('retry-after', String(problem.data.retryAfter))
  if (problem.status === 401) void reply.header('www-authenticate', challenge(problem))
  return reply
    .code(problem.status)
    .type('application/problem+json')
    .serializer((payload: unknown) => JSON.stringify(payload))
    .send({ ...problem.toJSON(request.server.publicUrl()), instance: `urn:famiglia:request:${request.id}` })
}

/** Step-up by RFC 9470: the same credentials will do once their holder has proven anew who they are. */
function challenge(problem: Problem): string {
  if (problem.code !== 'proof.needed') return 'Bearer realm="famiglia"'
  return 'Bearer realm="famiglia", error="insufficient_user_authentication", error_description="Confirm that it is you", max_age=600'
}

function toProblem(error: unknown): Problem {
  if (error instanceof Problem) return error
  if (isDatabaseAway(error)) return databaseAway(error)
  if (tookTooLong(error)) return busy(error)
  if (isUnreadable(error))
    return new Problem('request.invalid', 'Something in the request cannot be read as what it should be.', {}, error)
  const { statusCode, code, message } = error as { statusCode?: number; code?: string; message?: string }
  if (statusCode === 413) return new Problem('request.too-large', 'The request is larger than anything here takes.')
  if (statusCode !== undefined && statusCode >= 400 && statusCode < 500)
    return new Problem('request.invalid', `${message ?? code ?? 'The request cannot be read'}`.replace(/\.?$/, '.'))
  return new Problem(
    'service.fault',
    'It was written down, and nothing was changed. Try again; if it stays, tell who runs this service.',
    {},
    error,
  )
}
