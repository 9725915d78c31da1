import { onceIn } from '../base/once.ts'
import type { Kit } from '../base/kit.ts'
import { nextLink } from '../base/page.ts'
import type { App } from '../base/validation.ts'
import { actingFor } from '../businesses/acting.ts'
import { businessParam } from '../businesses/schemas.ts'
import { checkNumbers } from './checkNumbers.ts'
import { previewLinking } from './previewLinking.ts'
import { readAccounts } from './readAccounts.ts'
import { readTree } from './readTree.ts'
import { freezeLink } from './freezeLink.ts'
import { renameLinked } from './renameLinked.ts'
import { sayLinking } from './sayLinking.ts'
import {
  accountsOut,
  accountsQuery,
  labelGiven,
  labelled,
  linkFrozen,
  linked,
  linkedParams,
  linkingPreviewed,
  linkingSaid,
  linkPreview,
  managerParams,
  numbersChecked,
  numbersPasted,
  treeOut,
} from './schemas.ts'

const tags = ['manager accounts']

/** Manager accounts: what hangs under them, by whose yes, and how it stands side by side. */
export async function linkRoutes(app: App, kit: Kit): Promise<void> {
  app.post(
    '/v1/businesses/:business/links/preview',
    {
      schema: {
        tags,
        summary: 'What “link …” or “unlink …” would do; nothing is sent or changed',
        params: businessParam,
        body: linkingPreviewed,
        response: { 200: linkPreview },
      },
    },
    async request => previewLinking(kit)(await actingFor(kit.database, request), request.body.sentence),
  )

  app.post(
    '/v1/businesses/:business/links',
    {
      config: { once: true },
      schema: {
        tags,
        summary: 'Link accounts under a manager account, change a link, or unlink',
        params: businessParam,
        body: linkingSaid,
        response: { 200: linked },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      const { sentence, note } = request.body
      return sayLinking(kit)(acting, sentence, note || null, onceIn(request))
    },
  )

  app.post(
    '/v1/businesses/:business/links/checks',
    {
      schema: {
        tags,
        summary: 'What each of several pasted account numbers is, or what is wrong with it, before anything is sent',
        params: businessParam,
        body: numbersPasted,
        response: { 200: numbersChecked },
      },
    },
    async request => {
      const acting = await actingFor(kit.database, request)
      return { lines: await checkNumbers(kit)(acting, request.body.text, request.body.under) }
    },
  )

  app.get(
    '/v1/businesses/:business/tree',
    {
      schema: {
        tags,
        summary: 'Manager accounts and what hangs under them, as far as the business sees it',
        params: businessParam,
        response: { 200: treeOut },
      },
    },
    async request => readTree(kit, await actingFor(kit.database, request)),
  )

  app.get(
    '/v1/businesses/:business/manager-accounts/:asset/accounts',
    {
      schema: {
        tags,
        summary: 'The ad accounts under a manager account side by side, with the figures of the last days',
        params: managerParams,
        querystring: accountsQuery,
        response: { 200: accountsOut },
      },
    },
    async (request, reply) => {
      const acting = await actingFor(kit.database, request)
      const page = await readAccounts(kit, acting, request.params.asset, request.query)
      void reply.headers(nextLink(request.url, page.next))
      return page
    },
  )

  app.put(
    '/v1/businesses/:business/manager-accounts/:asset/accounts/:account/label',
    {
      schema: {
        tags,
        summary: 'What the manager’s side calls an account; null takes the name away',
        params: linkedParams,
        body: labelGiven,
        response: { 200: labelled },
      },
    },
    async request => {
      const { asset, account } = request.params
      return renameLinked(kit)(await actingFor(kit.database, request), asset, account, request.body.label)
    },
  )

  for (const [method, frozen] of [
    ['put', true],
    ['delete', false],
  ] as const)
    app[method](
      '/v1/businesses/:business/manager-accounts/:asset/accounts/:account/freeze',
      {
        schema: {
          tags,
          summary: frozen
            ? 'Freeze a link: nobody reaches the account through it, and nothing is ended'
            : 'Lift the freeze of a link',
          params: linkedParams,
          response: { 200: linkFrozen },
        },
      },
      async request => {
        const { asset, account } = request.params
        return freezeLink(kit)(await actingFor(kit.database, request), asset, account, frozen)
      },
    )
}
