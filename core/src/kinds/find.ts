import { allKinds, kinds, type Kind } from './catalogue.ts'

/** The kinds that people may mean by a word: its own name, or what the trade calls it (“pixel” finds tag). Best first. */
export function findKinds(word: string): Kind[] {
  const wanted = plain(word)
  if (!wanted) return [...allKinds]
  const exact = allKinds.filter(kind => namesOf(kind).includes(wanted))
  return exact.length > 0 ? exact : allKinds.filter(kind => namesOf(kind).some(name => name.includes(wanted)))
}

/** The one kind that a word of the trade stands for, or null when none or several do. */
export function kindMeantBy(word: string): Kind | null {
  const wanted = plain(word)
  const exact = allKinds.filter(kind => namesOf(kind).includes(wanted))
  return exact.length === 1 ? exact[0]! : null
}

function namesOf(kind: Kind): string[] {
  return [kind, kinds[kind].noun, ...kinds[kind].alsoCalled].map(plain)
}

/** Small letters, without the dashes and the plural that people add or leave out. */
function plain(word: string): string {
  return word
    .toLowerCase()
    .replace(/[\s\p{Dash}]+/gu, ' ')
    .trim()
    .replace(/([^s])s$/, '$1')
}
