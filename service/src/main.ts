// First of all: every schema that is made after it says what is wrong in these words.
import './base/form-words.ts'
import type { Logger } from 'pino'
import type { FastifyInstance } from 'fastify'
import { assetRoutes } from './assets/routes.ts'
import { assetAnswering, assetPayers, assets } from './assets/records.ts'
import { claims } from './bringing-in/records.ts'
import { makeApp } from './base/app.ts'
import { changeDoor, rehearsals } from './base/change.ts'
import { systemClock, type Clock } from './base/clock.ts'
import { readConfig, type Config, type Settings } from './base/config.ts'
import { serveConsole } from './base/console.ts'
import { eachApart } from './base/each-apart.ts'
import { databaseAt, decidingPool, openDatabase } from './base/database.ts'
import { freePort } from './base/free-port.ts'
import { Hearing } from './base/hearing.ts'
import { Jobs } from './base/jobs.ts'
import { LastUse } from './base/last-use.ts'
import { Limits } from './base/limits.ts'
import { openLog } from './base/log.ts'
import { dropMarks } from './base/marks.ts'
import { Tally, watchOver } from './base/metrics.ts'
import { describeApi } from './base/openapi.ts'
import type { Kit } from './base/kit.ts'
import { KnownFacts } from './base/known-facts.ts'
import { Secrets } from './base/secrets.ts'
import { sessionReader } from './base/session.ts'
import { Shares, worksForIn } from './base/shares.ts'
import { openTraces } from './base/traces.ts'
import { tidyUp } from './base/tidyUp.ts'
import type { App } from './base/validation.ts'
import { businesses, memberships } from './businesses/records.ts'
import { closingRoutes } from './closing/routes.ts'
import { tendClosed } from './closing/tendClosed.ts'
import { businessRoutes } from './businesses/routes.ts'
import { Feed } from './live/feed.ts'
import { liveRoutes } from './live/routes.ts'
import { decisionRoutes } from './decisions/routes.ts'
import { deskRoutes } from './desk/routes.ts'
import { askRoutes } from './asks/routes.ts'
import { billingRoutes } from './billing/routes.ts'
import { stillAnswered } from './billing/stillAnswered.ts'
import { completeHandover, tendHandovers } from './handovers/complete.ts'
import { tellKeepers } from './handovers/tellKeepers.ts'
import { handoverRoutes } from './handovers/routes.ts'
import { switchAllDue, switchPayment } from './billing/switchPayment.ts'
import { linkRoutes } from './links/routes.ts'
import { bundles } from './bundles/records.ts'
import { bundleRoutes } from './bundles/routes.ts'
import { gridRoutes } from './grid/routes.ts'
import { leavingRoutes } from './leaving/routes.ts'
import { adminRoutes } from './admins/routes.ts'
import { means } from './means/records.ts'
import { meansRoutes } from './means/routes.ts'
import { memberRoutes } from './members/routes.ts'
import { moneyRoutes } from './money/routes.ts'
import { tellMeansRunningOut } from './notices/tellMeansRunningOut.ts'
import { tellRunningOut } from './notices/tellRunningOut.ts'
import { ownPurposes } from './purposes/records.ts'
import { purposeRoutes } from './purposes/routes.ts'
import { ownSignInRoutes } from './sign-in/ownRoutes.ts'
import { teams } from './teams/records.ts'
import { teamRoutes } from './teams/routes.ts'
import { tieRoutes } from './ties/routes.ts'
import { grants } from './grants/records.ts'
import { grantRoutes } from './sentences/routes.ts'
import { historyRoutes } from './history/routes.ts'
import { searchRoutes } from './search/routes.ts'
import { doorOf, openBounceDoor } from './mail/bounces.ts'
import { openPostman } from './mail/send.ts'
import { partnerRoutes } from './partners/routes.ts'
import { trustRoutes } from './chair/routes.ts'
import { personAddresses, persons } from './people/records.ts'
import { peopleRoutes } from './people/routes.ts'
import { Platforms } from './base/platforms.ts'
import { proposalKinds } from './proposal-kinds.ts'
import { contestRoutes } from './contests/routes.ts'
import { tendContests } from './contests/tendContests.ts'
import { tendUnderstudies, understudiesStillGood } from './understudies/tend.ts'
import { understudyRoutes } from './understudies/routes.ts'
import { tendAllDue, tendProposal } from './proposals/life.ts'
import { proposalItems, proposals } from './proposals/records.ts'
import { voidNoLongerGood } from './proposals/voidNoLongerGood.ts'
import { reminderRoutes } from './reminders/routes.ts'
import { problemRoutes } from './problems/routes.ts'
import { proposalRoutes } from './proposals/routes.ts'
import { AuthorizationServer } from './single-sign-on/authorizationServer.ts'
import { tellSignedOut } from './single-sign-on/platformSignIns.ts'
import { singleSignOnRoutes } from './single-sign-on/routes.ts'
import { sessions } from './sign-in/records.ts'
import { refuseOwnPassword } from './sign-in/ownPassword.ts'
import { resealAll } from './sign-in/resealAll.ts'
import { signInRoutes } from './sign-in/routes.ts'

export { MovableClock, systemClock } from './base/clock.ts'
export { freePort } from './base/free-port.ts'
export { readConfig, SettingError, settingNames, type Settings } from './base/config.ts'

const entities = [
  persons,
  personAddresses,
  businesses,
  memberships,
  teams,
  bundles,
  ownPurposes,
  means,
  assets,
  assetPayers,
  assetAnswering,
  claims,
  grants,
  proposals,
  proposalItems,
  sessions,
]
const capabilities: ((app: App, kit: Kit) => Promise<void>)[] = [
  signInRoutes,
  ownSignInRoutes,
  businessRoutes,
  closingRoutes,
  peopleRoutes,
  memberRoutes,
  adminRoutes,
  understudyRoutes,
  leavingRoutes,
  teamRoutes,
  assetRoutes,
  bundleRoutes,
  tieRoutes,
  purposeRoutes,
  grantRoutes,
  proposalRoutes,
  askRoutes,
  linkRoutes,
  meansRoutes,
  billingRoutes,
  handoverRoutes,
  contestRoutes,
  moneyRoutes,
  partnerRoutes,
  trustRoutes,
  gridRoutes,
  searchRoutes,
  decisionRoutes,
  historyRoutes,
  deskRoutes,
  reminderRoutes,
  problemRoutes,
]

export interface RunningService {
  readonly url: string
  readonly app: FastifyInstance
  readonly kit: Kit
  close(): Promise<void>
}

export interface Surroundings {
  /** Where the built console lies. */
  readonly consoleFiles: string
  readonly clock?: Clock
  /** More routes of whoever starts it, as the bench's. */
  readonly alsoServe?: (app: FastifyInstance, kit: Kit) => Promise<void>
}

/**
 * Starts the service: reads the settings, opens the records, composes the capabilities, listens. Closing finishes what
 * was begun: requests in flight, background work, notes of use; then the records are closed.
 */
export async function startService(settings: Settings, around: Surroundings): Promise<RunningService> {
  const config = readConfig(settings)
  const log = openLog(config.FAMIGLIA_LOG_LEVEL)
  const port = config.FAMIGLIA_PORT === 0 ? await freePort() : config.FAMIGLIA_PORT
  const url = config.FAMIGLIA_PUBLIC_URL ?? `http://${config.FAMIGLIA_HOST}:${port}`
  const traces = await openTraces(process.env)
  const { kit, jobs, postman, lastUse, feed, complain } = makeKit(config, around.clock ?? systemClock, log, url)
  let closing = false

  await openDatabase(kit.database, complain)
  const app = await compose(kit, log, feed, () => closing)
  const plain = app as unknown as FastifyInstance
  const signOn = new AuthorizationServer(kit, sessionReader(kit.database, kit.clock), plain.log)
  await plain.register(async scope => singleSignOnRoutes(scope, kit, signOn))
  if (around.alsoServe) await around.alsoServe(plain, kit)
  await serveConsole(plain, around.consoleFiles)
  await jobs.open({
    'send-letters': () => postman.look(),
    'tend-proposal': tendProposal(kit, proposalKinds),
    'look-for-what-is-due': async () =>
      eachApart(
        [
          tendAllDue(kit, proposalKinds),
          tellRunningOut(kit),
          tellMeansRunningOut(kit),
          switchAllDue(kit),
          tendHandovers(kit, proposalKinds),
          tendUnderstudies(kit),
          tendContests(kit),
          tendClosed(kit),
          async () => dropMarks(kit.database),
        ],
        async tend => tend(),
      ),
    'change-payment': switchPayment(kit),
    'complete-handover': completeHandover(kit, proposalKinds),
    'tell-keepers': tellKeepers(kit),
    'tell-signed-out': tellSignedOut(kit, signOn),
    'tidy-up': tidyUp(kit.database),
  })
  if (kit.secrets.hasEarlier) void resealAll(kit).catch(complain)
  const hearing = new Hearing(config.DATABASE_URL, concerned => feed.hear(concerned), complain)
  await hearing.open()
  const place = doorOf(config)
  const door = place ? await openBounceDoor(place, { ...kit, log }) : null
  await app.listen({ host: config.FAMIGLIA_HOST, port })

  const closeInOrder = [
    () => closeServer(plain),
    () => hearing.close(),
    () => door?.close(),
    () => jobs.close(),
    () => postman.close(),
    () => lastUse.close(),
    () => kit.deciding.end(),
    () => kit.database.destroy(),
    () => traces?.close(),
  ]
  return {
    url,
    app: plain,
    kit,
    close: async () => {
      if (closing) return
      closing = true
      await closeAll(closeInOrder)
    },
  }
}

/** The description of the HTTP interface, without opening anything: the client is made from it. */
export async function apiDescription(): Promise<object> {
  const config = readConfig({
    DATABASE_URL: 'postgres://nobody@127.0.0.1/nothing',
    FAMIGLIA_SECRET: 'only to describe the interface, never used',
    FAMIGLIA_SMTP_URL: 'smtp://127.0.0.1:1',
  })
  const log = openLog('silent')
  const { kit, lastUse, feed } = makeKit(config, systemClock, log, 'http://127.0.0.1')
  const app = await compose(kit, log, feed, () => false)
  await app.ready()
  const description = (app as unknown as FastifyInstance).swagger()
  await lastUse.close()
  return description
}

function makeKit(config: Config, clock: Clock, log: Logger, url: string) {
  const complain = (error: unknown) => log.warn({ err: error }, 'the records or the mail cannot be reached for now')
  const database = databaseAt(config.DATABASE_URL, config.FAMIGLIA_DATABASE_CONNECTIONS, entities, complain)
  const deciding = decidingPool(config.DATABASE_URL, config.FAMIGLIA_DECISION_CONNECTIONS, complain)
  const secrets = new Secrets(...(config.FAMIGLIA_SECRET as [string, ...string[]]))
  const tally = new Tally()
  const jobs = new Jobs(config.DATABASE_URL, complain)
  const lastUse = new LastUse(database, complain)
  const publicUrl = () => url
  const memory = config.FAMIGLIA_DECISION_MEMORY_MIB
  const kit: Kit = {
    config,
    clock,
    database,
    secrets,
    limits: new Limits(database, secrets, tally),
    tally,
    publicUrl,
    change: changeDoor(database, jobs, clock, config.FAMIGLIA_LETTERS_TO_STRANGERS, [
      (change, news) => stillAnswered(kit)(change, news),
      (change, news) => voidNoLongerGood(kit, proposalKinds)(change, news),
      understudiesStillGood(),
    ]),
    rehearse: rehearsals(database, clock),
    deciding,
    known: memory > 0 ? new KnownFacts(deciding, tally, memory) : null,
    lastUse,
    platforms: new Platforms(config.FAMIGLIA_PLATFORMS),
  }
  const postman = openPostman(database, secrets, clock, log, {
    smtp: config.FAMIGLIA_SMTP_URL,
    from: config.FAMIGLIA_MAIL_FROM,
    dkim: config.FAMIGLIA_DKIM,
    bounces: config.FAMIGLIA_BOUNCES?.address ?? null,
    publicUrl,
  })
  return { kit, jobs, postman, lastUse, feed: new Feed(complain), complain }
}

async function compose(kit: Kit, log: Logger, feed: Feed, isClosing: () => boolean): Promise<App> {
  const app = await makeApp(
    log,
    sessionReader(kit.database, kit.clock),
    kit.limits,
    kit.publicUrl,
    kit.config.FAMIGLIA_TRUSTED_PROXIES,
    new Shares(sharedConnections(kit.config.FAMIGLIA_DATABASE_CONNECTIONS)),
    worksForIn(kit.database),
  )
  watchOver(app as unknown as FastifyInstance, kit, isClosing)
  await describeApi(app as unknown as FastifyInstance, kit.publicUrl)
  await app.register(async scope => {
    refuseOwnPassword(scope as App, kit)
    for (const capability of [...capabilities, liveRoutes(feed)]) await capability(scope as App, kit)
  })
  return app
}

/** A fourth is left to what waits for nobody: reading who asks, and the work in the background. */
const sharedConnections = (connections: number) => Math.max(1, connections - Math.max(1, Math.round(connections / 4)))

/** Requests in flight are finished; a connection that is kept open for more is closed as soon as it is idle. */
async function closeServer(app: FastifyInstance): Promise<void> {
  const idle = setInterval(() => app.server.closeIdleConnections(), 50)
  try {
    await app.close()
  } finally {
    clearInterval(idle)
  }
}

async function closeAll(closers: readonly (() => Promise<unknown> | void)[]): Promise<void> {
  const errors: unknown[] = []
  for (const close of closers) {
    try {
      await close()
    } catch (error) {
      errors.push(error)
    }
  }
  if (errors.length > 0) throw new AggregateError(errors, 'closing failed')
}
