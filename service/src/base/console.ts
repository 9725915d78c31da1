import { existsSync } from 'node:fs'
import { join } from 'node:path'
import fastifyStatic from '@fastify/static'
import type { FastifyInstance } from 'fastify'
import { sendProblem } from './errors.ts'
import { Problem } from './problem.ts'

/** Serves the console's built files; every address that is neither a file nor the API leads to its one page. */
export async function serveConsole(app: FastifyInstance, built: string): Promise<void> {
  const page = join(built, 'index.html')
  if (existsSync(page))
    await app.register(fastifyStatic, {
      root: built,
      wildcard: false,
      // Only what bears its content in its name stays as it is; a page is asked for anew, so that it fits the service.
      cacheControl: false,
      // What was compressed when it was built is sent so.
      preCompressed: true,
      setHeaders: (reply, path) => {
        const named = path.startsWith(join(built, 'assets'))
        void reply.header('cache-control', named ? 'public, max-age=2592000, immutable' : 'no-store')
      },
    })
  app.setNotFoundHandler((request, reply) => {
    const wantsPage =
      (request.method === 'GET' || request.method === 'HEAD') &&
      !/^\/(v1|access|oidc|api|\.well-known|assets)\//.test(request.url)
    if (wantsPage && existsSync(page)) return reply.type('text/html').sendFile('index.html')
    return sendProblem(
      reply,
      request,
      new Problem('resource.unknown', `There is nothing at ${request.method} ${request.url.split('?')[0]}.`),
    )
  })
}
