/** What a typed address may have been meant to be: one that is known, or one at a domain that is. */
export interface Lookalike {
  readonly meant: string
  /** Whether the whole address is known, or its domain alone. */
  readonly known: 'address' | 'domain'
}

/**
 * The known address, or the known domain, from which an address differs by one letter: wrong, missing, too many, or two
 * neighbours swapped. Null for one that is known as it is, or resembles none.
 */
export function lookalikeOf(
  address: string,
  addresses: readonly string[],
  domains: readonly string[],
): Lookalike | null {
  const typed = address.toLowerCase()
  if (addresses.includes(typed)) return null
  const similar = addresses.find(known => isOneOff(typed, known))
  if (similar) return { meant: similar, known: 'address' }
  const [name, domain] = partsOf(typed)
  if (domains.includes(domain)) return null
  const near = domains.find(known => isOneOff(domain, known))
  return near ? { meant: `${name}@${near}`, known: 'domain' } : null
}

export function domainOf(address: string): string {
  return partsOf(address)[1]
}

function partsOf(address: string): [name: string, domain: string] {
  const at = address.lastIndexOf('@')
  return [address.slice(0, at), address.slice(at + 1)]
}

/** Where two texts part, one letter is wrong, missing, too many, or swapped with its neighbour. Other digits are another name. */
function isOneOff(one: string, other: string): boolean {
  if (one === other || Math.abs(one.length - other.length) > 1) return false
  let at = 0
  while (at < one.length && one[at] === other[at]) at++
  const [here, there] = [one.slice(at), other.slice(at)]
  if (/^\d/.test(here) || /^\d/.test(there)) return false
  if (here.slice(1) === there || there.slice(1) === here) return true
  const isSwapped = here[0] === there[1] && here[1] === there[0] && here.slice(2) === there.slice(2)
  return isSwapped || (at >= shortNames && here.slice(1) === there.slice(1))
}

/** Short names differ by a letter without being meant for one another, as “bea@” and “lea@” do. */
const shortNames = 4
