import { distance } from 'fastest-levenshtein'

/** The known name that a mistyped one most likely meant, or null when none is near. */
export function nearest(word: string, known: Iterable<string>): string | null {
  const wanted = word.toLowerCase()
  let best: { name: string; off: number } | null = null
  for (const name of known) {
    const off = distance(wanted, name.toLowerCase())
    if (!best || off < best.off) best = { name, off }
  }
  return best && best.off <= Math.max(2, Math.floor(wanted.length / 3)) ? best.name : null
}
