import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, beforeEach, expect, test } from 'vitest'
import { at, openScene, type Actor, type Scene } from '../../../e2e/support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
}, 120_000)
afterAll(() => scene.close())
let agnese: Actor
let callum: Actor
beforeEach(async () => {
  scene.clock.forward({ minutes: 1 })
  agnese = await scene.signIn(scene.agnese)
  callum = await scene.signIn(scene.callum)
})

const preview = async (who: Actor, sentence: string) => {
  const { data, error } = await who.client.POST('/v1/businesses/{business}/sentences/preview', {
    params: at(who),
    body: { sentence },
  })
  return data ? { sentence, changes: data.changes, notes: data.notes } : { sentence, refused: error?.code }
}
const desk = (who: Actor) => answerOf(who.client.GET('/v1/businesses/{business}/desk', { params: at(who) }))
const people = async (who: Actor) =>
  (await answerOf(who.client.GET('/v1/businesses/{business}/people', { params: at(who) }))).items
const holdings = async (who: Actor, person: string) =>
  (
    await answerOf(
      who.client.GET('/v1/businesses/{business}/people/{person}/holdings', {
        params: { path: { ...at(who).path, person }, query: { limit: 200 } },
      }),
    )
  ).items

/** Whether a review tells that anything is taken away. */
const takesAway = (changes: readonly string[] = []) =>
  changes.filter(one => /\bLoses\b|no longer|sooner|hides/i.test(one))
const say = (who: Actor, sentence: string) => scene.say(who, sentence)

test('what somebody has is told as a sentence that, said again, changes nothing', async () => {
  let told = 0
  for (const who of [agnese, callum])
    for (const person of await people(who))
      for (const { said } of await holdings(who, person.id)) {
        if (!said) continue
        told++
        const { sentence, notes } = await preview(who, said)
        expect({ sentence, notes }).toEqual({
          sentence,
          notes: expect.arrayContaining([`${person.name} has exactly this already: nothing changes.`]),
        })
      }
  expect(told).toBeGreaterThan(15)
})

test('what the desk offers to extend lasts longer by it, and is otherwise as it was', async () => {
  const { ending } = await desk(agnese)
  const offered = ending.filter(one => one.extend)
  expect(offered.length).toBeGreaterThan(1)
  for (const { extend, holder, things } of offered) {
    const { changes } = await preview(agnese, extend!)
    expect(changes).toHaveLength(things.length)
    for (const change of changes!)
      expect(change).toMatch(new RegExp(`^It changes what ${holder} has on .*. The end changes from .* to .*\\.$`))
    await say(agnese, extend!)
  }
  const after = await desk(agnese)
  const gone = offered.filter(one => !after.ending.some(row => row.grants[0] === one.grants[0]))
  expect(gone).toEqual(offered)
})

test('what the desk offers to mend a hole with is refused to nobody, takes nothing away, and mends it', async () => {
  const { holes } = await desk(agnese)
  const mine = holes.filter(hole => hole.who.text.includes('@'))
  expect(mine.map(hole => hole.who.name)).toContain('Bea Fontaine')
  for (const { sentence } of holes.flatMap(hole => hole.requirements)) {
    if (!sentence) continue
    const review = await preview(agnese, sentence)
    expect({ ...review, takesAway: takesAway(review.changes) }).toMatchObject({ sentence, takesAway: [] })
    expect(review.refused).toBeUndefined()
  }
  for (const { sentence } of mine.flatMap(hole => hole.requirements)) if (sentence) await say(agnese, sentence)
  const after = await desk(agnese)
  expect(after.holes.filter(hole => hole.who.text.includes('@'))).toEqual([])
})

test('what mends a hole hides what was hidden for that purpose, and ends when it ends', async () => {
  const wren = 'quill@ondaverde.example'
  const until = scene.clock.now().toZonedDateTimeISO('Europe/Lisbon').toPlainDate().add({ days: 40 })
  const given = `run on ad-account/summer-crossings hiding revenue until ${until} to "run our adverts"`
  await say(agnese, `let ${wren} ${given}`)
  await scene.joinByLetter('Quill Marchetti', wren)
  const readiness = await answerOf(
    agnese.client.GET('/v1/businesses/{business}/readiness', {
      params: { ...at(agnese), query: { who: wren, purpose: 'run our adverts' } },
    }),
  )
  const mending = readiness.requirements.flatMap(({ sentence }) => sentence ?? [])
  expect(mending.length).toBeGreaterThan(1)
  for (const sentence of mending) expect(sentence).toContain(`until ${until}`)
  expect(mending.find(sentence => sentence.includes('tag/'))).toContain('hiding revenue')
})

test('what another business gave is offered to be staffed by words that hold for anybody here, up to the ceiling', async () => {
  const { unstaffed } = await desk(callum)
  const marisol = scene.called('Marisol').email
  for (const { staff, on } of unstaffed) {
    const said = await say(callum, `let ${marisol} ${staff}`)
    expect(said.result, on).toContain('Marisol Engstrom')
  }
  expect((await desk(callum)).unstaffed).toEqual([])
})

test('a member’s desk offers to ask for what runs out, and never a sentence that they cannot say', async () => {
  for (const name of ['Tomasz', 'Idris', 'Noor', 'Bea', 'Marisol']) {
    const who = scene.called(name)
    const { ending, holes, unstaffed, unfinished, alone } = await desk(who)
    expect({ name, holes, unstaffed, unfinished, alone }).toEqual({
      name,
      holes: [],
      unstaffed: [],
      unfinished: [],
      alone: [],
    })
    expect(ending.filter(one => one.extend !== null)).toEqual([])
  }
})
