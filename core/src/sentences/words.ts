/** A word of a sentence, with where it stands, so that an error can point at it. */
export interface Word {
  readonly text: string
  readonly start: number
  readonly end: number
  readonly kind: 'word' | 'comma' | 'quoted'
}

/** Straight quotes, or the curly ones that phones and word processors make of them; signs that nobody sees part words. */
const cut = /"([^"]*)"|[“„”]([^"“„”]*)[“”]|(,)|([^\s,"“„”\p{Cf}]+)/gu

/** Cuts a sentence into words, commas and quoted purposes. A full stop at the very end is left out. */
export function cutIntoWords(text: string): Word[] {
  const words: Word[] = []
  for (const match of text.matchAll(cut)) {
    const [whole, straight, curly, comma] = match
    const quoted = straight ?? curly
    const kind = quoted !== undefined ? 'quoted' : comma ? 'comma' : 'word'
    words.push({ text: quoted ?? whole, start: match.index, end: match.index + whole.length, kind })
  }
  const last = words.at(-1)
  if (last?.kind === 'word' && last.text.length > 1 && last.text.endsWith('.'))
    words[words.length - 1] = { ...last, text: last.text.slice(0, -1), end: last.end - 1 }
  return words
}
