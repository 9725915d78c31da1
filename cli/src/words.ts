/** The words of a command line as one sentence. The shell takes quotes away; what holds spaces was quoted. */
export function inOneLine(verb: string, words: readonly string[]): string {
  const said =
    words.length === 1 ? words : words.map(word => (/\s/.test(word) && !word.includes('"') ? `"${word}"` : word))
  return [verb, ...said].filter(Boolean).join(' ')
}
