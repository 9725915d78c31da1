import { spawn, spawnSync, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { freePort } from '@famiglia/service'
import * as openid from 'openid-client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { openBrowser, type Browser } from './support/browser.ts'
import { commandLine, famigliaProgram } from './support/commandLine.ts'
import { openScene, type Scene } from './support/scene.ts'

let home: string
let nginx: ChildProcess
let scene: Scene
let browser: Browser
let url: string
const certificate = () => join(home, 'certificate.pem')

beforeAll(async () => {
  home = mkdtempSync(join(tmpdir(), 'famiglia-tls-'))
  const [port, secure] = [await freePort(), await freePort()]
  url = `https://localhost:${secure}`
  // Made for this run alone; what the test itself asks goes to loopback.
  process.env['NODE_TLS_REJECT_UNAUTHORIZED'] = '0'
  startNginx(secure, port)
  scene = await openScene({ port, settings: { FAMIGLIA_PUBLIC_URL: url } })
  browser = await openBrowser()
}, 120_000)
afterAll(async () => {
  await browser.close()
  await scene.close()
  nginx.kill()
  rmSync(home, { recursive: true, force: true })
})

/** A proxy as operators write them, but for the host: it tells the service one that nobody reaches it by. */
function startNginx(secure: number, port: number): void {
  const key = join(home, 'key.pem')
  const made = spawnSync('openssl', [
    ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=localhost'],
    ...['-addext', 'subjectAltName=DNS:localhost', '-keyout', key, '-out', certificate()],
  ])
  if (made.status !== 0) throw new Error(`No certificate could be made: ${made.stderr.toString()}`)
  const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
    name => `${name}_temp_path ${home}/${name};`,
  )
  writeFileSync(
    join(home, 'nginx.conf'),
    `daemon off; pid ${home}/pid; error_log ${home}/error.log; events {}
    http { access_log off; ${temporary.join(' ')}
      server { listen 127.0.0.1:${secure} ssl; ssl_certificate ${certificate()}; ssl_certificate_key ${key};
        location / { proxy_pass http://127.0.0.1:${port}; proxy_set_header Host inner.example; } } }`,
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
  for (const cookie of cookies) expect(cookie.toLowerCase()).toContain('; secure')
})

test('the command line signs in through it, confirmed in the browser', async () => {
  const { run, environment } = commandLine(url, null)
  const trusting = { ...environment, NODE_EXTRA_CA_CERTS: certificate() }
  const waiting = spawn(process.execPath, [famigliaProgram, 'sign-in'], {
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
  await page.fill('input[name=address]', scene.agnese.email)
  await page.fill('input[name=password]', scene.agnese.password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.fill('input[name=code]', await scene.code(scene.agnese))
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await page.getByText('The command line is in').waitFor()
  expect(await ended).toBe(0)
  expect(page.url().startsWith(`${url}/`)).toBe(true)
  environment['NODE_EXTRA_CA_CERTS' as keyof typeof environment] = certificate()
  expect((await run('me')).out).toContain('signed in with a command-line sign-in')
})

test('a platform signs somebody in through it by authorization code, as a stock client does', async () => {
  const [platform] = scene.town.service.kit.config.FAMIGLIA_PLATFORMS
  const configuration = await openid.discovery(new URL(`${url}/oidc`), platform!.key, platform!.secret)
  const verifier = openid.randomPKCECodeVerifier()
  const redirect = `${platform!.url}/sign-in/callback`
  const start = openid.buildAuthorizationUrl(configuration, {
    redirect_uri: redirect,
    scope: 'openid profile email',
    code_challenge: await openid.calculatePKCECodeChallenge(verifier),
    code_challenge_method: 'S256',
  })
  const page = await browser.page({ trusting: true })
  const { token } = await scene.signIn(scene.agnese)
  await page.context().addCookies([{ name: 'famiglia_session', value: token, url, secure: true }])
  const back = page.waitForRequest(request => request.url().startsWith(redirect))
  await page.goto(start.href).catch(() => undefined)
  const answered = new URL((await back).url())
  const tokens = await openid.authorizationCodeGrant(configuration, answered, { pkceCodeVerifier: verifier })
  expect(tokens.claims()).toMatchObject({ iss: `${url}/oidc` })
  const who = await openid.fetchUserInfo(configuration, tokens.access_token, tokens.claims()!.sub)
  expect(who).toMatchObject({ name: 'Agnese Torvald', email: scene.agnese.email })
})

test('the page is asked for anew each time; only what bears its content in its name is kept', async () => {
  const page = await fetch(`${url}/`)
  expect(page.headers.get('cache-control')).toBe('no-store')
  expect(page.headers.get('strict-transport-security')).toBe('max-age=31536000')
  const script = /\/assets\/[^"]+\.js/.exec(await page.text())![0]
  expect((await fetch(url + script)).headers.get('cache-control')).toContain('immutable')
})
