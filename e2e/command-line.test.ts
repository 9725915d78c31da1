import { spawn } from 'node:child_process'
import { statSync } from 'node:fs'
import { join } from 'node:path'
import { generate } from 'otplib'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { commandLine, famigliaProgram } from './support/commandLine.ts'
import { openBrowser, type Browser } from './support/browser.ts'
import { openScene, type Scene } from './support/scene.ts'

let scene: Scene
let browser: Browser
beforeAll(async () => {
  scene = await openScene()
  browser = await openBrowser()
})
afterAll(async () => {
  await browser.close()
  await scene.close()
})

const crossings = 'ad-account/summer-crossings'

test('the whole story by the command line: claim, let, accept, who, can, why, lower, end, history', async () => {
  const agnese = commandLine(scene.url, scene.agnese.token)
  const priya = commandLine(scene.url, null)

  const begun = await agnese.run('assets', 'claim', 'marram', 'MA-20417', '--handle', 'summer-crossings', '--json')
  const { claim } = JSON.parse(begun.out) as { claim: string }
  const code = scene.town.platform('marram').things.codeOf('MA-20417')!
  expect(
    (
      await agnese.run(
        'assets',
        'claim',
        'marram',
        'MA-20417',
        '--handle',
        'summer-crossings',
        '--claim',
        claim,
        '--code',
        code,
      )
    ).out,
  ).toContain(`Summer Crossings is yours in Famiglia: ${crossings}`)

  const sent = await agnese.run(
    'let',
    'priya@ondaverde.example',
    'run',
    'on',
    crossings,
    'hiding',
    'revenue',
    'for',
    '6',
    'months',
  )
  expect(sent).toMatchObject({ status: 0, out: expect.stringContaining('It waits for an answer until') })
  expect(sent.err).toMatch(
    /allows .*publish and pause adverts[\s\S]*money .*Harbour card ending 4421[\s\S]*until +\d+ \w+ 20\d\d/,
  )
  expect((await agnese.run('desk')).out).toContain('invited priya@ondaverde.example to run on Summer Crossings')

  const link = await scene.link('priya@ondaverde.example')
  expect(
    (
      await priya.run(
        'accept',
        `${scene.url}/invitation#${link}`,
        '--name',
        'Priya Lindqvist',
        '--password',
        'islands by breakfast',
      )
    ).out,
  ).toContain('Accepted. You work for Ondaverde Ferries now.')
  expect((await priya.run('what')).out).toMatch(/summer-crossings.*run.*revenue/)

  expect((await agnese.run('who', crossings)).out).toMatch(
    /Priya Lindqvist <priya@ondaverde\.example> +run +own grant +revenue +none +Agnese Torvald/,
  )
  expect((await agnese.run('can', 'priya@ondaverde.example', 'ads.publish', crossings)).status).toBe(0)
  expect((await agnese.run('can', 'priya@ondaverde.example', 'billing.see', crossings)).status).toBe(1)
  expect((await agnese.run('why', 'priya@ondaverde.example', 'ads.publish', crossings)).out).toContain(
    '✓ Ondaverde Ferries let Priya Lindqvist run on Summer Crossings, hiding revenue',
  )

  expect(
    (await agnese.run('let', 'priya@ondaverde.example', 'watch', 'on', crossings, 'hiding', 'revenue')).out,
  ).toContain('Changed: Priya Lindqvist now has watch on Summer Crossings, hiding revenue.')
  expect((await agnese.run('can', 'priya@ondaverde.example', 'ads.publish', crossings)).status).toBe(1)
  expect((await agnese.run('end', 'priya@ondaverde.example', 'on', crossings)).status).toBe(0)
  expect((await agnese.run('can', 'priya@ondaverde.example', 'ads.see', crossings)).status).toBe(1)
  expect((await agnese.run('history', '--verify')).out).toContain('The history is whole')
})

test('what goes wrong is told on standard error, with the exit status for its kind', async () => {
  const agnese = commandLine(scene.url, scene.agnese.token)
  const tomasz = commandLine(scene.url, scene.tomasz.token)
  expect(await agnese.run('who', 'ad-account/winter-frieght')).toMatchObject({
    status: 2,
    out: '',
    err: expect.stringContaining('Did you mean ad-account/winter-freight?'),
  })
  expect(await tomasz.run('let', 'bea@ondaverde.example', 'watch', 'on', 'ad-account/winter-freight')).toMatchObject({
    status: 3,
    err: expect.stringContaining('Agnese Torvald can'),
  })
  expect(await agnese.run('lett', 'x')).toMatchObject({ status: 2, err: expect.stringContaining('Did you mean let?') })
  expect((await commandLine(scene.url, null).run('me')).status).toBe(3)
  expect((await commandLine('http://127.0.0.1:9', null).run('me')).status).toBe(5)
})

test('piped output is data alone: JSON and CSV', async () => {
  const agnese = commandLine(scene.url, scene.agnese.token)
  expect(JSON.parse((await agnese.run('people', '--json')).out)).toEqual(
    expect.arrayContaining([expect.objectContaining({ address: 'tomasz@ondaverde.example' })]),
  )
  expect((await agnese.run('--csv', 'people')).out.split('\r\n')[0]).toBe(
    'person,address,standing,assets,teams,second step,stopped,invited by,since',
  )
})

test('the command line signs in by device authorization (RFC 8628), confirmed in the browser, and asks for a proof when it is old', async () => {
  const { run, home, environment } = commandLine(scene.url, null)
  const waiting = spawn(process.execPath, [famigliaProgram, 'sign-in'], {
    env: environment,
    stdio: ['ignore', 'ignore', 'pipe'],
  })
  let told = ''
  const address = await new Promise<string>(done =>
    waiting.stderr.on('data', chunk => {
      told += String(chunk)
      const found = /Open (http\S+)/.exec(told)
      if (found && told.includes('Waiting')) done(found[1]!)
    }),
  )
  const ended = new Promise<number | null>(done => waiting.once('close', done))
  const page = await browser.page()
  await page.goto(address)
  await page.getByRole('button', { name: 'Yes, let it in' }).click()
  await page.fill('input[name=address]', scene.agnese.email)
  await page.fill('input[name=password]', scene.agnese.password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.fill('input[name=code]', await scene.code(scene.agnese))
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByText('The command line is in').waitFor()
  expect(await ended).toBe(0)

  expect(statSync(join(home, '.config/famiglia/sign-in.json')).mode & 0o777).toBe(0o600)
  expect((await run('me')).out).toContain('Agnese Torvald')
  scene.clock.forward({ minutes: 11 })
  expect(await run('--yes', 'let', 'noor@ondaverde.example', 'run', 'on', 'ad-account/winter-freight')).toMatchObject({
    status: 4,
    err: expect.stringContaining('famiglia prove'),
  })
  const code = await generate({
    secret: scene.agnese.totpSecret!,
    epoch: Math.floor(scene.clock.now().epochMilliseconds / 1000),
  })
  expect((await run('prove', '--code', code)).status).toBe(0)
  expect((await run('--yes', 'let', 'noor@ondaverde.example', 'run', 'on', 'ad-account/winter-freight')).status).toBe(0)
  expect((await run('sign-out')).status).toBe(0)
  expect((await run('me')).status).toBe(3)
})
