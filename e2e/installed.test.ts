import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { text } from 'node:stream/consumers'
import { setTimeout as sleep } from 'node:timers/promises'
import { freePort } from '@famiglia/service'
import * as openid from 'openid-client'
import { afterAll, beforeAll, expect, test, vi } from 'vitest'
import { openBrowser, type Browser } from './support/browser.ts'
import { commandLine } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let home: string
let nginx: ChildProcess
let scene: Scene
let browser: Browser
let url: string
let ports: number[]
const running = new Map<number, ChildProcess>()
const certificate = () => join(home, 'certificate.pem')
const program = () => join(home, 'installed/bin/famiglia')

beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'famiglia-installed-'))
  install()
  const secure = await freePort()
  ports = [await freePort(), await freePort()]
  url = `https://localhost:${secure}`
  // Made for this run alone; what the test itself asks goes to loopback.
  process.env['NODE_TLS_REJECT_UNAUTHORIZED'] = '0'
  startNginx(secure)
  // The story is told by a service of the house; then the installed ones take over.
  scene = await openScene({ port: ports[0]!, settings: { FAMIGLIA_PUBLIC_URL: url } })
  await scene.town.service.close()
  for (const port of ports) await serve(port)
  browser = await openBrowser()
}, 240_000)
afterAll(async () => {
  await browser.close()
  nginx.kill()
  for (const port of running.keys()) await end(port)
  await scene.close()
  rmSync(home, { recursive: true, force: true })
})

/** Makes the package and installs it, as an operator does on a machine that has nothing but Node.js. */
function install(): void {
  const must = (program: string, ...args: string[]) => {
    const { status, stderr } = spawnSync(program, args, { encoding: 'utf8' })
    if (status !== 0) throw new Error(`${program} ${args.join(' ')}: ${stderr}`)
  }
  must(process.execPath, 'scripts/run.mjs', 'package', home)
  const [packed] = readdirSync(home).filter(name => name.endsWith('.tgz'))
  const quietly = ['--prefer-offline', '--no-audit', '--no-fund', '--ignore-scripts', '--loglevel', 'error']
  must('npm', 'install', '--global', '--prefix', join(home, 'installed'), join(home, packed!), ...quietly)
}

/** The settings without which it does not start, and few connections: it stands beside others. */
const least = () => ({
  PATH: process.env['PATH'],
  DATABASE_URL: scene.town.service.kit.config.DATABASE_URL,
  FAMIGLIA_SECRET: scene.town.secret,
  FAMIGLIA_SMTP_URL: scene.town.service.kit.config.FAMIGLIA_SMTP_URL,
  FAMIGLIA_DATABASE_CONNECTIONS: '6',
  FAMIGLIA_LOG_LEVEL: 'warn',
})

/** Runs an installed command to its end, with those settings or others in their place. */
async function run(command: string, settings: Record<string, string>) {
  const child = spawn(program(), [command], { env: { ...least(), ...settings } })
  const [out, err] = [child.stdout, child.stderr].map(stream => text(stream))
  const status = await new Promise<number | null>(done => child.once('close', done))
  return { status, out: await out!, err: await err! }
}

/** Starts one installed process, with nothing but the settings; ready when it says where it is. */
async function serve(port: number, more: Record<string, string> = {}): Promise<void> {
  const { config } = scene.town.service.kit
  const child = spawn(program(), ['serve'], {
    cwd: home,
    env: {
      ...least(),
      FAMIGLIA_PUBLIC_URL: url,
      FAMIGLIA_TRUSTED_PROXIES: '127.0.0.1',
      FAMIGLIA_PLATFORMS: JSON.stringify(config.FAMIGLIA_PLATFORMS),
      FAMIGLIA_PORT: String(port),
      ...more,
    },
  })
  running.set(port, child)
  let told = ''
  child.stderr.on('data', chunk => (told += String(chunk)))
  await new Promise<void>((done, fail) => {
    child.stdout.on('data', chunk => String(chunk).includes('Famiglia is at') && done())
    child.once('exit', () => fail(new Error(`It did not start: ${told}`)))
  })
}

/** Ends one as an operator does, and tells its status. */
async function end(port: number): Promise<number | null> {
  const child = running.get(port)!
  if (child.exitCode !== null) return child.exitCode
  child.kill('SIGTERM')
  return new Promise(done => child.once('exit', done))
}

/** The proxy of `deploy/nginx.conf`, as it stands there but for its places. */
function startNginx(secure: number): void {
  const key = join(home, 'key.pem')
  const made = spawnSync('openssl', [
    ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=localhost'],
    ...['-addext', 'subjectAltName=DNS:localhost', '-keyout', key, '-out', certificate()],
  ])
  if (made.status !== 0) throw new Error(`No certificate could be made: ${made.stderr.toString()}`)
  const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
    name => `${name}_temp_path ${home}/${name};`,
  )
  const places: [string | RegExp, string][] = [
    ['/etc/ssl/famiglia/fullchain.pem', certificate()],
    ['/etc/ssl/famiglia/key.pem', key],
    ['listen 443 ssl', `listen 127.0.0.1:${secure} ssl`],
    ['127.0.0.1:4810', `127.0.0.1:${ports[0]}`],
    ['127.0.0.1:4820', `127.0.0.1:${ports[1]}`],
    [/famiglia\.example/g, 'localhost'],
    [/server \{\s+listen 80;[^}]*\}/, ''],
  ]
  const example = readFileSync('deploy/nginx.conf', 'utf8')
  const here = places.reduce((text, [from, to]) => {
    const put = text.replace(from, to)
    expect(put, String(from)).not.toBe(text)
    return put
  }, example)
  writeFileSync(
    join(home, 'nginx.conf'),
    `daemon off; pid ${home}/pid; error_log ${home}/error.log; events {} http { access_log off; ${temporary.join(' ')} ${here} }`,
  )
  nginx = spawn('/usr/sbin/nginx', ['-e', join(home, 'error.log'), '-c', join(home, 'nginx.conf')], { stdio: 'ignore' })
}

test('behind a proxy with TLS every address and cookie is that of the public one, whatever host the proxy tells', async () => {
  const configuration = await openid.discovery(new URL(`${url}/oidc`), 'famiglia-cli', undefined, openid.None())
  const server = configuration.serverMetadata() as Record<string, unknown>
  const addresses = Object.entries(server).filter(([name]) => name === 'issuer' || /_(endpoint|uri)$/.test(name))
  expect(addresses.length).toBeGreaterThan(5)
  for (const [name, address] of addresses)
    expect(String(address).startsWith(`${url}/`), `${name}: ${address}`).toBe(true)
  const begun = await openid.initiateDeviceAuthorization(configuration, { scope: 'openid' })
  expect(begun.verification_uri).toBe(`${url}/oidc/device`)
  const door = await fetch(begun.verification_uri_complete!)
  const cookies = door.headers.getSetCookie()
  expect(cookies.length).toBeGreaterThan(0)
  for (const cookie of cookies) expect(cookie).toMatch(/^__(Host|Secure)-.*; secure/i)
})

test('a cookie that something beside this host could have set is not taken for a sign-in', async () => {
  const { token } = await scene.signIn(scene.tomasz)
  const asked = async (name: string) =>
    (await fetch(`${url}/v1/me`, { headers: { cookie: `${name}=${token}` } })).status
  expect([await asked('__Host-famiglia_session'), await asked('famiglia_session')]).toEqual([200, 401])
})

test('the command line signs in through it, confirmed in the browser', async () => {
  const { run, environment } = commandLine(url, null)
  const trusting = { ...environment, NODE_EXTRA_CA_CERTS: certificate() }
  const waiting = spawn(program(), ['sign-in'], {
    env: trusting,
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  let told = ''
  waiting.stderr.on('data', chunk => (told += String(chunk)))
  const ended = new Promise<number | null>(done => waiting.once('close', done))
  while (!told.includes('Waiting')) await sleep(50)
  const address = /Open (https\S+)/.exec(told)![1]!
  const page = await browser.page({ trusting: true })
  await page.goto(address)
  await page.getByRole('button', { name: 'Yes, let it in' }).click()
  await page.fill('input[name=address]', scene.tomasz.email)
  await page.fill('input[name=password]', scene.tomasz.password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.getByText('The command line is in').waitFor()
  expect(await ended).toBe(0)
  expect(page.url().startsWith(`${url}/`)).toBe(true)
  environment['NODE_EXTRA_CA_CERTS' as keyof typeof environment] = certificate()
  expect((await run('me')).out).toContain('signed in with a command-line sign-in')
})

test('a platform signs somebody in through it by authorization code, as a stock client does', async () => {
  const [platform] = scene.town.service.kit.config.FAMIGLIA_PLATFORMS
  const { clientSecret } = scene.town.platform(platform!.key)
  const configuration = await openid.discovery(
    new URL(`${url}/oidc`),
    platform!.key,
    {},
    openid.ClientSecretBasic(clientSecret),
  )
  const verifier = openid.randomPKCECodeVerifier()
  const redirect = `${platform!.url}/sign-in/callback`
  const start = openid.buildAuthorizationUrl(configuration, {
    redirect_uri: redirect,
    scope: 'openid profile email',
    code_challenge: await openid.calculatePKCECodeChallenge(verifier),
    code_challenge_method: 'S256',
  })
  const page = await browser.page({ trusting: true })
  const { token } = await scene.signIn(scene.tomasz)
  await page.context().addCookies([{ name: '__Host-famiglia_session', value: token, url, secure: true }])
  const back = page.waitForRequest(request => request.url().startsWith(redirect))
  await page.goto(start.href).catch(() => undefined)
  const answered = new URL((await back).url())
  const tokens = await openid.authorizationCodeGrant(configuration, answered, { pkceCodeVerifier: verifier })
  expect(tokens.claims()).toMatchObject({ iss: `${url}/oidc` })
  const who = await openid.fetchUserInfo(configuration, tokens.access_token, tokens.claims()!.sub)
  expect(who).toMatchObject({ name: scene.tomasz.name, email: scene.tomasz.email })
})

test('the page is asked for anew each time; only what bears its content in its name is kept', async () => {
  const page = await fetch(`${url}/`)
  expect(page.headers.get('cache-control')).toBe('no-store')
  expect(page.headers.get('strict-transport-security')).toBe('max-age=31536000')
  const script = await fetch(url + /\/assets\/[^"]+\.js/.exec(await page.text())![0])
  expect(script.headers.get('cache-control')).toContain('immutable')
  expect([page, script].map(({ headers }) => headers.get('content-encoding'))).toEqual(['br', 'br'])
  expect((await fetch(`${url}/metrics`)).status).toBe(200)
})

test('the first page is small on the wire: 110 KB without the letters it is set in', async () => {
  const page = await browser.page({ trusting: true })
  const sizes: Promise<number>[] = []
  page.on('requestfinished', request => {
    const size = async () => {
      const { responseBodySize, responseHeadersSize } = await request.sizes()
      return responseBodySize + responseHeadersSize
    }
    if (request.resourceType() !== 'font') sizes.push(size())
  })
  await page.goto(`${url}/sign-in`, { waitUntil: 'networkidle' })
  const total = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0)
  expect(total).toBeGreaterThan(20_000)
  expect(total).toBeLessThan(110_000)
})

test('both processes are started anew one after the other, and nobody notices', async () => {
  const { token } = await scene.signIn(scene.tomasz)
  const headers = { authorization: `Bearer ${token}`, 'content-type': 'application/json' }
  const of = `${url}/v1/businesses/${scene.agnese.business}`
  const question = { who: scene.tomasz.email, action: 'ads.see', asset: 'ad-account/winter-freight' }
  const answered = new Map<number, number>()
  let going = true
  const asking = Array.from({ length: 6 }, async (_one, index) => {
    while (going) {
      const { status } = await (index % 2 === 0
        ? fetch(`${of}/desk`, { headers })
        : fetch(`${of}/decisions`, { method: 'POST', headers, body: JSON.stringify(question) }))
      answered.set(status, (answered.get(status) ?? 0) + 1)
    }
  })
  for (const port of ports) {
    await sleep(500)
    expect(await end(port)).toBe(0)
    await serve(port)
  }
  await sleep(500)
  going = false
  await Promise.all(asking)
  expect([...answered.keys()]).toEqual([200])
  expect(answered.get(200)).toBeGreaterThan(50)
})

test('a process takes little memory, and outlives the shell that started it', async () => {
  const child = running.get(ports[0]!)!
  const { pid } = child
  child.kill('SIGHUP')
  await sleep(300)
  expect((await fetch(`http://127.0.0.1:${ports[0]}/health/ready`)).status).toBe(200)
  const [, kib] = /VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))!
  expect(Number(kib) / 1024).toBeLessThan(300)
})

test('a look at the settings says what is well and what is wrong, and changes nothing', async () => {
  const look = (settings: Record<string, string>) => run('check', settings)
  const platforms = JSON.stringify(scene.town.service.kit.config.FAMIGLIA_PLATFORMS)
  const well = await look({ FAMIGLIA_PLATFORMS: platforms })
  for (const about of ['settings', 'database', 'PostgreSQL', 'clock', 'records', 'mail server', 'platform Marram'])
    expect(well.out).toContain(`good   ${about}\n`)
  const away = await look({
    DATABASE_URL: 'postgres://nobody@127.0.0.1:9/none',
    FAMIGLIA_SMTP_URL: 'smtp://127.0.0.1:9',
  })
  expect(away.status).toBe(1)
  expect(away.out).toMatch(/wrong {2}database: .*ECONNREFUSED/)
  expect(away.out).toMatch(/wrong {2}mail server: /)
  const wrong = await look({ FAMIGLIA_PORT: 'a door' })
  expect([wrong.status, wrong.out]).toEqual([1, expect.stringContaining('FAMIGLIA_PORT')])
})

test('a setting that is wrong or missing is named at once, without a trace of the program', () => {
  const { status, stderr } = spawnSync(program(), ['serve'], {
    encoding: 'utf8',
    env: { PATH: process.env['PATH'], DATABASE_URL: 'mysql://127.0.0.1/x', FAMIGLIA_SMTP_URL: 'smtp://127.0.0.1:25' },
  })
  expect(status).toBe(1)
  expect(stderr).toContain('DATABASE_URL must begin with postgres://')
  expect(stderr).toContain('FAMIGLIA_SECRET')
  expect(stderr).not.toMatch(/^\s+at /m)
})

test('a start that cannot be says why in a sentence, and ends', async () => {
  const start = (settings: Record<string, string>) => run('serve', settings)
  const taken = await start({ FAMIGLIA_PORT: String(ports[0]) })
  expect([taken.status, taken.err]).toEqual([
    1,
    expect.stringContaining(`Port ${ports[0]} is in use by another program. Set FAMIGLIA_PORT to another one.`),
  ])
  const bounces = JSON.stringify({ address: 'bounces@famiglia.example', listen: `127.0.0.1:${ports[0]}` })
  const door = await start({ FAMIGLIA_PORT: '0', FAMIGLIA_BOUNCES: bounces })
  expect([door.status, door.err]).toEqual([
    1,
    expect.stringContaining(`Port ${ports[0]} is in use by another program. Set FAMIGLIA_BOUNCES to another one.`),
  ])
  const away = await start({ FAMIGLIA_PORT: '0', DATABASE_URL: 'postgres://nobody@127.0.0.1:9/none' })
  expect([away.status, away.err]).toEqual([1, expect.stringContaining('PostgreSQL cannot be reached')])
  for (const { err } of [taken, away]) expect(err).not.toMatch(/^\s+at /m)
})

interface ToldSpan {
  readonly name: string
  readonly traceId: string
  readonly spanId: string
  readonly parentSpanId?: string
  readonly attributes: readonly { readonly key: string; readonly value: object }[]
}

test('traces go to a collector where the standard’s variables name one, under the span of who asks, and tell nothing of anybody', async () => {
  const told: ToldSpan[] = []
  let whole = ''
  const collector = createServer((request, response) => {
    void text(request).then(body => {
      whole += body
      const { resourceSpans } = JSON.parse(body) as { resourceSpans: { scopeSpans: { spans: ToldSpan[] }[] }[] }
      told.push(...resourceSpans.flatMap(one => one.scopeSpans.flatMap(({ spans }) => spans)))
      response.end('{}')
    })
  })
  await new Promise<void>(ready => collector.listen(0, '127.0.0.1', ready))
  const { port: collects } = collector.address() as AddressInfo
  const port = await freePort()
  await serve(port, {
    OTEL_EXPORTER_OTLP_ENDPOINT: `http://127.0.0.1:${collects}`,
    OTEL_SERVICE_NAME: 'famiglia-here',
  })
  const { token } = await scene.signIn(scene.tomasz)
  const [traceId, spanId] = ['0af7651916cd43dd8448eb211c80319c', 'b7ad6b7169203331']
  const asked = await fetch(`http://127.0.0.1:${port}/v1/businesses/${scene.agnese.business}/decisions`, {
    method: 'POST',
    headers: {
      authorization: `Bearer ${token}`,
      'content-type': 'application/json',
      traceparent: `00-${traceId}-${spanId}-01`,
    },
    body: JSON.stringify({ who: scene.tomasz.email, action: 'ads.see', asset: 'ad-account/winter-freight' }),
  })
  expect(asked.status).toBe(200)
  // What was not sent yet leaves when it ends.
  expect(await end(port)).toBe(0)
  collector.close()
  const request = told.find(span => span.traceId === traceId && span.parentSpanId === spanId)!
  expect(request.name).toBe('POST /v1/businesses/:business/decisions')
  expect(request.attributes).toContainEqual({ key: 'http.response.status_code', value: { intValue: 200 } })
  const statements = told.filter(span => span.parentSpanId === request.spanId)
  expect(statements.map(({ name }) => name)).toContain('SELECT')
  expect(whole).toContain('famiglia-here')
  for (const secret of [token, scene.tomasz.email, scene.agnese.business]) expect(whole).not.toContain(secret)
})

test('two processes serve at one port: their metrics are one, one that ends is replaced, and both end when told', async () => {
  const port = await freePort()
  const at = `http://127.0.0.1:${port}`
  await serve(port, { FAMIGLIA_PROCESSES: '2' })
  const { pid } = running.get(port)!
  const processes = () => readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ').map(Number)
  const requests = async () => {
    const text = await (await fetch(`${at}/metrics`)).text()
    return Number(/famiglia_request_seconds_count\{[^}]*route="\/health\/live"[^}]*\} (\d+)/.exec(text)?.[1] ?? 0)
  }
  const live = async () => (await fetch(`${at}/health/live`, { headers: { connection: 'close' } })).status
  expect(processes()).toHaveLength(2)
  for (let asked = 0; asked < 20; asked++) expect(await live()).toBe(200)
  expect(await requests()).toBe(20)
  const [first, second] = processes()
  process.kill(first!, 'SIGKILL')
  await sleep(300)
  expect(await live()).toBe(200)
  // While the new one is starting, the metrics wait for nobody.
  await vi.waitFor(
    async () => {
      const metrics = await fetch(`${at}/metrics`)
      expect([metrics.status, (await metrics.text()).includes('famiglia_build_info')]).toEqual([200, true])
      expect(processes().filter(one => one !== second)).toHaveLength(1)
    },
    { timeout: 20_000, interval: 200 },
  )
  expect(processes()).not.toContain(first)
  expect(await end(port)).toBe(0)
  await expect(live()).rejects.toThrow()
})

test.each([22, 24])('what was installed runs on Node.js %i too', async version => {
  const npm = spawnSync(
    'npm',
    [
      'install',
      '--prefix',
      join(home, `node-${version}`),
      '--prefer-offline',
      '--no-audit',
      '--no-fund',
      '--ignore-scripts',
      `node-linux-${process.arch}@${version}`,
    ],
    { encoding: 'utf8' },
  )
  expect(npm.status, npm.stderr).toBe(0)
  const newer = {
    PATH: `${join(home, `node-${version}/node_modules/node-linux-${process.arch}/bin`)}:${process.env['PATH']}`,
  }
  const port = await freePort()
  await serve(port, newer)
  const at = `http://127.0.0.1:${port}`
  expect(await (await fetch(`${at}/metrics`)).text()).toContain(`node="${version}.`)
  const { token } = await scene.signIn(scene.tomasz)
  const cli = (...words: string[]) => {
    const child = spawn(program(), words, { env: { ...newer, FAMIGLIA_URL: at, FAMIGLIA_TOKEN: token, HOME: home } })
    return text(child.stdout)
  }
  expect(await cli('what')).toContain('Winter Freight')
  expect(await cli('find', 'winter')).toContain('Winter Freight')
  expect((await run('check', newer)).out).toContain('good   database')
  expect(await end(port)).toBe(0)
})
