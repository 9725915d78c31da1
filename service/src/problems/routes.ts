import { faults, isFaultCode, type FaultCode } from '@famiglia/core'
import type { FastifyReply } from 'fastify'
import { object, string } from 'yup'
import { Problem } from '../base/problem.ts'
import type { App } from '../base/validation.ts'
import { doorPage } from '../single-sign-on/doorPages.ts'

/** What each status means for whoever wrote the request. */
const meanings: Readonly<Record<number, string>> = {
  400: 'The request cannot be read as what it should be. Where one field is at fault, pointer leads to it. Sent again as it is, it is refused again.',
  401: 'Who asks has to sign in, or to confirm that it is them; WWW-Authenticate says which.',
  403: 'Who asks may not do it. Nothing was done.',
  404: 'There is nothing of that name for who asks. What belongs to others answers as if it did not exist.',
  409: 'It does not go together with how things stand now. Look again, and decide anew.',
  410: 'The time for it is over.',
  412: 'It was changed meanwhile: read it again, and send the change with its new ETag.',
  413: 'It is larger than anything here takes.',
  422: 'The request can be read, but what it says cannot be done. The detail says why.',
  429: 'It was tried too often. Retry-After says when to try again.',
  500: 'The fault is the service’s. It was written down.',
  503: 'The service, or what it needs, cannot do it at this moment. Retry-After says when to try again.',
}

/** Where the type of a problem (RFC 9457) leads: what it is, in words. */
export async function problemRoutes(app: App): Promise<void> {
  const page = (reply: FastifyReply, title: string, body: string) => reply.type('text/html').send(doorPage(title, body))

  app.get('/problems', { schema: { hide: true } as object }, async (_request, reply) => {
    const all = (Object.keys(faults) as FaultCode[]).map(
      code => `<li><a href="/problems/${code}"><code>${code}</code></a> ${faults[code].title}</li>`,
    )
    return page(
      reply,
      'Problems',
      `<p>What an answer of the HTTP interface can refuse, by its code.</p><ul>${all.join('')}</ul>`,
    )
  })

  app.get(
    '/problems/:code',
    { schema: { hide: true, params: object({ code: string().max(80).required() }) } as object },
    async (request, reply) => {
      const { code } = request.params as { code: string }
      if (!isFaultCode(code)) throw new Problem('resource.unknown', 'There is no problem of that name.')
      const { title, status, exit } = faults[code]
      return page(
        reply,
        title,
        `<p>${meanings[status] ?? ''}</p><p>Code <code>${code}</code>, HTTP status ${status}; the command line ends with ${exit}.</p><p><a href="/problems">All problems</a> · <a href="/api">The HTTP interface</a></p>`,
      )
    },
  )
}
