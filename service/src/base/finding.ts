const marks = /[\u0300-\u036f]/g

/** What somebody typed into a search, as patterns of PostgreSQL that must all fit; null when nothing was typed. */
export function wordsTyped(text: string | undefined): string[] | null {
  const words = plain(text ?? '').split(/\s+/)
  return words[0] ? words.filter(Boolean).map(word => `%${word.replace(/[\\%_]/g, '\\$&')}%`) : null
}

/** SQL: whether all words that were typed occur in what a thing is called, whatever their accents, case and order. */
export function isCalled(words: string, ...names: readonly string[]): string {
  return `${plainly(`concat_ws(' ', ${names.join(', ')})`)} LIKE ALL (${words}::text[])`
}

/** The same of a name that is at hand. */
export function areIn(words: readonly string[], name: string): boolean {
  return words.every(word => plain(name).includes(word.slice(1, -1).replace(/\\(.)/g, '$1')))
}

/** SQL: whether a name begins with the first word that was typed. */
export function beginsWith(words: string, name: string): string {
  return `${plainly(name)} LIKE substr((${words}::text[])[1], 2)`
}

function plain(text: string): string {
  return text.trim().toLowerCase().normalize('NFD').replace(marks, '')
}

function plainly(text: string): string {
  return `regexp_replace(normalize(lower(${text}), NFD), '[\\u0300-\\u036f]', '', 'g')`
}
