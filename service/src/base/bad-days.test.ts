import { spawn } from 'node:child_process'
import { createReadStream, createWriteStream, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { answerOf, famigliaClient } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { findPostgresPrograms } from '../../../scripts/postgres.ts'
import { at, openScene, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
})
afterAll(() => scene.close())

const winter = 'ad-account/winter-freight'

test('the clock set back by two hours takes nothing from anybody, and what has no begin has begun', async () => {
  await scene.say(scene.agnese, `let ${scene.tomasz.email} run on ${winter}`)
  expect(await scene.can(scene.tomasz.email, 'ads.publish', winter)).toBe(true)
  scene.clock.forward({ hours: -2 })
  try {
    expect(await scene.can(scene.tomasz.email, 'ads.publish', winter)).toBe(true)
    await scene.say(scene.agnese, `let ${scene.tomasz.email} watch on page/day-trips`)
    expect(await scene.can(scene.tomasz.email, 'post.see', 'page/day-trips')).toBe(true)
    await scene.say(scene.agnese, `end ${scene.tomasz.email} on page/day-trips`)
    expect(await scene.can(scene.tomasz.email, 'post.see', 'page/day-trips')).toBe(false)
    const proof = await answerOf(
      scene.agnese.client.GET('/v1/businesses/{business}/history/verification', { params: at(scene.agnese) }),
    )
    expect(proof.whole).toBe(true)
  } finally {
    scene.clock.forward({ hours: 2 })
  }
  expect(await scene.can(scene.tomasz.email, 'ads.publish', winter)).toBe(true)
  expect(await scene.can(scene.tomasz.email, 'post.see', 'page/day-trips')).toBe(false)
})

test('a back-up that is put back into an empty database is all there: histories whole, people sign in, access as it was', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'famiglia-back-up-'))
  const backUp = join(folder, 'famiglia.dump')
  const from = scene.town.service.kit.config.DATABASE_URL
  const restored = `restored_${process.pid}`
  const to = from.replace(/\/[^/]*$/, `/${restored}`)
  const program = (name: string) => join(findPostgresPrograms()!, name)
  try {
    await run([program('pg_dump'), '--format=custom', from], { to: backUp })
    await scene.sql(`CREATE DATABASE ${restored}`)
    await run([program('pg_restore'), '--exit-on-error', '--no-owner', '--dbname', to], { from: backUp })
    const service = await scene.town.oneMore({ DATABASE_URL: to })
    try {
      const client = famigliaClient({ url: service.url, token: scene.agnese.token })
      const verified = (who: typeof client) =>
        answerOf(who.GET('/v1/businesses/{business}/history/verification', { params: at(scene.agnese) }))
      expect(await verified(client)).toEqual(await verified(scene.agnese.client))
      const { email: address, password } = scene.tomasz
      const { response } = await famigliaClient({ url: service.url }).POST('/v1/sign-in', {
        body: { address, password },
      })
      expect(response.status).toBe(200)
      const question = { who: address, action: 'ads.publish', asset: winter }
      const ask = (who: typeof client) =>
        answerOf(who.POST('/v1/businesses/{business}/decisions', { params: at(scene.agnese), body: question }))
      expect((await ask(client)).allowed).toBe((await ask(scene.agnese.client)).allowed)
    } finally {
      await service.close()
    }
  } finally {
    await scene.sql(`DROP DATABASE IF EXISTS ${restored} WITH (FORCE)`)
    rmSync(folder, { recursive: true, force: true })
  }
})

function run([program, ...args]: string[], files: { from?: string; to?: string }): Promise<void> {
  const child = spawn(program!, args, { stdio: ['pipe', 'pipe', 'pipe'] })
  let told = ''
  child.stderr.on('data', chunk => (told += String(chunk)))
  if (files.from) createReadStream(files.from).pipe(child.stdin)
  else child.stdin.end()
  if (files.to) child.stdout.pipe(createWriteStream(files.to))
  return new Promise((done, fail) =>
    child.once('close', status => (status === 0 ? done() : fail(new Error(`${program}: ${told}`)))),
  )
}
