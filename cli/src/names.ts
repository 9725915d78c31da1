import { answerOf, type Schemas } from '@famiglia/client'
import { isAction, isTier, looksLikeNumber, sayList } from '@famiglia/core'
import { Exit, type Context } from './context.ts'

type Found = Schemas['Searched']['items'][number]
type Sort = 'who' | 'what'

/** By what a command names whatever was found: an address, `team/…`, a number, `bundle/…`; null for what it cannot name. */
const namedAs: Record<Sort, Partial<Record<Found['what'], (found: Found) => string>>> = {
  who: {
    person: ({ detail }) => detail,
    team: ({ at }) => `team/${at}`,
    partner: ({ at }) => at,
  },
  what: {
    asset: ({ at }) => at,
    held: ({ at }) => at,
    bundle: ({ at }) => `bundle/${at}`,
  },
}

/** What the arguments of commands are called, and what may stand there by its name. */
const sorts: Readonly<Record<string, Sort>> = {
  who: 'who',
  person: 'who',
  'who-or-what': 'who',
  what: 'what',
  asset: 'what',
  account: 'what',
  other: 'what',
}

/**
 * Names in the place of handles: each argument that is a name is exchanged for what it names, as far as who asks may see it.
 * Several of one name, and those that only contain it, are listed, and nothing is done; a single word that is found nowhere stays, for the service to refuse.
 */
export async function withNamesRead(
  context: Context,
  args: readonly { readonly name: () => string }[],
  given: readonly unknown[],
  command: string,
): Promise<unknown[]> {
  return Promise.all(
    given.map(async (value, index) => {
      const name = args[index]?.name()
      if (name === 'words' && Array.isArray(value)) return readSentence(context, command, value as string[])
      const sort = sorts[name ?? '']
      return sort && typeof value === 'string' ? nameOf(context, sort, value) : value
    }),
  )
}

/** Words that part a sentence, as far as a name could be taken for one of them. */
const clauses = new Set(
  'on under hiding may from until for to and at keeping with because paid as label everything'.split(' '),
)

/** What stands first in a sentence of each command, and after which of its words names of which sort come. */
const places: Readonly<Record<string, { first: Sort | null; after: Readonly<Record<string, Sort>> }>> = {
  let: { first: 'who', after: { on: 'what' } },
  end: { first: 'who', after: { on: 'what' } },
  ask: { first: null, after: { on: 'what' } },
  link: { first: 'what', after: { under: 'what' } },
  unlink: { first: 'what', after: { from: 'what' } },
  billing: { first: 'what', after: { to: 'who' } },
  'hand-over': { first: 'what', after: { to: 'who' } },
}

/** The words of a sentence, with the names in the places of people and things read. */
async function readSentence(context: Context, command: string, words: readonly string[]): Promise<string[]> {
  const isPreview = command === 'preview'
  const place = places[isPreview ? (words[0] ?? '') : command]
  if (!place || words.length < 2) return [...words]
  const read: string[] = isPreview ? [words[0]!] : []
  let sort = place.first
  let name: string[] = []
  const endsName = (word: string) =>
    clauses.has(word) ||
    (sort === 'who' && name.length > 0 && (isTier(word) || isAction(word.replace(/,$/, '')) || /\s/.test(word)))
  const finish = async (mark = '') => {
    if (name.length > 0) read.push((await nameOf(context, sort!, name.join(' '))) + mark)
    name = []
  }
  for (const word of isPreview ? words.slice(1) : words) {
    if (sort && !endsName(word)) {
      name.push(word.replace(/,$/, ''))
      if (word.endsWith(',')) await finish(',')
      continue
    }
    await finish()
    sort = place.after[word] ?? null
    read.push(word)
  }
  await finish()
  return read
}

/** By what a command names who or what is called so. */
export async function nameOf(context: Context, sort: Sort, text: string): Promise<string> {
  if (sort === 'who' && text === 'me') return (await context.me()).person.address
  if (text.trim().length < 2 || text.includes('/') || text.includes('@') || looksLikeNumber(text)) return text
  const params = { path: await context.path(), query: { find: text } }
  const { items } = await answerOf(context.client.GET('/v1/businesses/{business}/search', { params }))
  const named = items.flatMap(found => {
    const as = namedAs[sort][found.what]
    return as ? [{ ...found, as: as(found) }] : []
  })
  const exactly = named.filter(({ name }) => name.toLowerCase() === text.toLowerCase())
  if (exactly.length === 1) return exactly[0]!.as
  // A part of a name is no name: what is done by it could be done to something else.
  const near = exactly.length > 0 ? exactly : named
  // What reads like a name and is nobody's is said here; a word that is misspelt is for the service to tell.
  if (near.length === 0 && !/\s/.test(text)) return text
  if (near.length === 0)
    throw new Exit(
      2,
      `You see nothing called “${text}” here. It may not exist, or nobody gave you access to it; we say the same in both cases.`,
    )
  const all = near.map(({ name, as }) => `${name} (${as})`)
  throw new Exit(2, `“${text}” may be ${sayList(all, 'or')}. Say which.`)
}
