import {
  beginOf,
  endOf,
  isByPurpose,
  kinds,
  printWhat,
  sayEnd,
  sayThings,
  type Wanted,
  type What,
} from '@famiglia/core'

/**
 * What one business asks another for, as read. The asker knows the owner's assets only by how they were told of them: by
 * kind and handle, or by number; the owner reads the names of those it has.
 */
export function sayWanted(wanted: Wanted, zone: string, names: Readonly<Record<string, string>> = {}): string {
  const sayNamed = (what: What) => names[printWhat(what)] ?? sayUnknown(what)
  if (isByPurpose(wanted)) {
    const [part] = wanted.parts
    const on = part!.on.map(sayNamed)
    return [
      `to ${wanted.purpose}`,
      on.length > 0 ? ` with ${on.join(', ')}` : '',
      part!.hiding.length > 0 ? `, hiding ${part!.hiding.join(' and ')}` : '',
      part!.until ? `, until ${sayEnd(endOf(part!.until, zone), zone)}` : '',
    ].join('')
  }
  const things = wanted.parts.flatMap(part =>
    part.on.map(what => ({
      name: sayNamed(what),
      kind: what.by === 'handle' ? what.kind : null,
      terms: {
        tier: part.tier,
        actions: part.actions,
        hiding: part.hiding,
        from: part.from ? beginOf(part.from, zone) : null,
        until: part.until ? endOf(part.until, zone) : null,
      },
    })),
  )
  return sayThings(things, zone, wanted.purpose)
}

function sayUnknown(what: What): string {
  if (what.by === 'number') return what.number
  if (what.by === 'bundle') return `the bundle ${what.handle}`
  return `the ${kinds[what.kind].noun} ${what.handle}`
}
