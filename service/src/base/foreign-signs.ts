/**
 * Signs that nobody types and that do harm: NUL, which PostgreSQL cannot keep; halves of a character; other control
 * characters, which a terminal would obey; and those that turn the direction of writing round, by which a name reads as another.
 */
const foreign = /[\0-\x08\x0b\x0c\x0e-\x1f\x7f-\x9f\u202a-\u202e\u2066-\u2069]|\p{Cs}/u

/** Where in a value a text with such a sign stands, as a JSON pointer; null where none does. */
export function foreignSignIn(value: unknown, pointer = ''): string | null {
  if (typeof value === 'string') return foreign.test(value) ? pointer : null
  if (typeof value !== 'object' || value === null) return null
  for (const [name, inner] of Object.entries(value)) {
    if (foreign.test(name)) return pointer
    const found = foreignSignIn(inner, `${pointer}/${name}`)
    if (found !== null) return found
  }
  return null
}
