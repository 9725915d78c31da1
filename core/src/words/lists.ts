/** `a`, `a and b`, `a, b and c`. */
export function sayList(items: readonly string[], last = 'and'): string {
  if (items.length < 2) return items[0] ?? ''
  return `${items.slice(0, -1).join(', ')} ${last} ${items.at(-1)}`
}

/** The same of many, without naming them all: `Day Trips, Night Boats, Winter Freight and 97 more`. */
export function sayFew(items: readonly string[], most = 4): string {
  return items.length <= most
    ? sayList(items)
    : `${items.slice(0, most - 1).join(', ')} and ${items.length - most + 1} more`
}

/** `pages`, `properties`: more than one of something. */
export function sayMany(one: string): string {
  return /[^aeiou]y$/.test(one) ? `${one.slice(0, -1)}ies` : `${one}s`
}

const smallNumbers = 'no one two three four five six seven eight nine ten eleven twelve'.split(' ')

/** `one asset`, `three assets`, `48 assets`: small numbers in words. */
export function sayCount(count: number, one: string, many = sayMany(one)): string {
  return `${smallNumbers[count] ?? count} ${count === 1 ? one : many}`
}

export function capitalised(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** `Agnese’s`, `Ondaverde Ferries’`. */
export function possessive(name: string): string {
  return /s$/i.test(name) ? `${name}’` : `${name}’s`
}

/** `an ad account`, `a page`. */
export function withArticle(noun: string): string {
  return `${/^[aeiou]/.test(noun) ? 'an' : 'a'} ${noun}`
}

/** `Agnese paused Tomasz: “Until he is back.”`: what was done, and why where it was said; one full stop at its end. */
export function withReason(done: string, reason: string | null | undefined): string {
  if (!reason) return `${done}.`
  return `${done}: “${reason}”${/[.!?…]$/.test(reason) ? '' : '.'}`
}
