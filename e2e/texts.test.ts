import { answerOf } from '@famiglia/client'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { at, openScene, type Actor, type Scene } from './support/scene.ts'

let scene: Scene
beforeAll(async () => {
  scene = await openScene({ whole: true })
  await scene.letters(scene.agnese.email)
}, 120_000)
afterAll(() => scene.close())

const letters = () => scene.town.inbox.letters.list()

/** What no sentence for people says: what a program says of itself, names of records, and moments as a program writes them. */
const unfit: readonly [string, RegExp][] = [
  ['something unset', /\bundefined\b|\bnull\b|\bNaN\b|\[object|Invalid Date/],
  ['the name of a record', /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/],
  ['a moment as a program writes it', /\b20\d\d-\d\d-\d\d\b/],
  ['the code of an action', /\b(ads|post|video|report|billing|access|contacts|tag)\.[a-z]+\b(?!\.example)/],
  ['two marks where one ends a sentence', /[.!?]{2,}(?!\.)|\.”\.|,,|;;/],
  ['two spaces', /\S {2,}\S/],
  ['a space before a mark', /\s[,.;](\s|$)/],
  ['an empty list', /:\s*\.|\(\s*\)|“”/],
  ['a word twice', /\b([a-z]{2,}) \1\b(?! \1)/],
]

function flaws(text: string): string[] {
  return unfit.flatMap(([what, pattern]) => {
    const found = pattern.exec(text)
    return found ? [`${what}: “${text.slice(Math.max(0, found.index - 60), found.index + 60)}”`] : []
  })
}

const withoutLinks = (text: string) => text.replace(/https?:\/\/\S+/g, '')
const plain = (html: string) =>
  html
    .replace(/<title>[^<]*<\/title>/, '')
    .replace(/<[^>]+>/g, ' ')
    .replaceAll('&#39;', '’')
    .replaceAll('&quot;', '"')
    .replaceAll('&amp;', '&')
    .replaceAll(/[’'"“”]/g, '')

test('the letters of the whole story read well: names and days, and nothing that a program says', () => {
  expect(letters().length).toBeGreaterThan(60)
  const found = letters().flatMap(({ subject, text }) =>
    flaws(`${subject}\n${withoutLinks(text)}`).map(flaw => `${subject}: ${flaw}`),
  )
  expect([...new Set(found)]).toEqual([])
})

test('each letter begins with whom it is for or who invites them, and says the same as text and as HTML', () => {
  for (const { subject, text, html, from } of letters()) {
    expect(from, subject).toContain('Famiglia')
    // What was cut from a subject stands first, whole.
    const isCut = subject.endsWith(' …')
    const [headline, ...rest] = isCut ? text.split('\n\n') : ['', text]
    expect(headline!.startsWith(subject.slice(0, -2)) || !isCut, subject).toBe(true)
    expect(rest.join('\n\n'), subject).toMatch(/^(Dear [^\n]+,|Good day,|[A-Z][^\n]+[.:])\n/)
    expect([...subject].length, subject).toBeLessThanOrEqual(78)
    const shown = plain(html).replace(/\s+/g, ' ')
    for (const line of withoutLinks(text).split('\n')) {
      const words = line.replaceAll(/[’'"“”]/g, '').trim()
      if (words.length > 3 && !words.endsWith(':') && !words.includes(': ')) expect(shown, subject).toContain(words)
    }
  }
})

test('every link in a letter leads to a page of this service, over its own address', async () => {
  const links = new Set(letters().flatMap(letter => letter.links.map(link => link.replace(/#.*/, ''))))
  expect(links.size).toBeGreaterThan(5)
  for (const link of links) {
    expect(link.startsWith(scene.url.replace('127.0.0.1', 'localhost')), link).toBe(true)
    expect((await fetch(link)).status, link).toBe(200)
  }
})

test('the history of the whole story reads as sentences, each whole, each said by somebody or by nobody', async () => {
  for (const who of [scene.agnese, scene.callum, scene.called('Sanne')]) {
    const sentences = await historyOf(who)
    expect(sentences.length).toBeGreaterThan(2)
    const found = sentences.flatMap(sentence => [
      ...flaws(sentence).map(flaw => `${sentence}: ${flaw}`),
      ...(/^[\p{Lu}\p{Lo}“].*[.”]$/u.test(sentence) ? [] : [`${sentence}: no whole sentence`]),
    ])
    expect(found).toEqual([])
  }
})

test('what is told of everybody’s access reads as sentences, for who arranges it and for themselves', async () => {
  const found: string[] = []
  for (const name of ['Tomasz', 'Priya', 'Idris', 'Bea', 'Noor', 'Marisol', 'Dae', 'Callum']) {
    const who = scene.called(name)
    const { items } = await answerOf(who.client.GET('/v1/me/holdings'))
    const desk = await answerOf(who.client.GET('/v1/businesses/{business}/desk', { params: at(who) }))
    const told = [
      ...items.flatMap(one => [one.may, one.level, ...one.through, one.why ?? 'in force']),
      ...[...desk.received, ...desk.waiting].map(row => row.said),
    ]
    for (const text of told) for (const flaw of flaws(text)) found.push(`${name}: ${flaw}`)
  }
  expect([...new Set(found)]).toEqual([])
})

async function historyOf(who: Actor): Promise<string[]> {
  const { items } = await answerOf(
    who.client.GET('/v1/businesses/{business}/history', { params: { ...at(who), query: { limit: 200 } } }),
  )
  return items.map(entry => entry.sentence)
}
