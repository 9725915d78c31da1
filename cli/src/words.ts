/** The words of a command line as one sentence. The shell takes quotes away; what holds spaces was quoted. */
export function inOneLine(verb: string, words: readonly string[]): string {
  const said =
    words.length === 1 ? words : words.map(word => (/\s/.test(word) && !word.includes('"') ? `"${word}"` : word))
  return [verb, ...said].filter(Boolean).join(' ')
}

/** Breaks a long answer between words, so that it stays in its column of the terminal. */
export function hanging(text: string, indent: number): string {
  const room = Math.max(40, (process.stderr.columns || 120) - indent - 1)
  const lines = ['']
  for (const word of text.split(' ')) {
    const line = lines.at(-1)!
    if (line && line.length + word.length >= room) lines.push(word)
    else lines[lines.length - 1] = line ? `${line} ${word}` : word
  }
  return lines.join(`\n${' '.repeat(indent)}`)
}
