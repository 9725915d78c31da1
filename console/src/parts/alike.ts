/** Names of what is said alike, together with what is said, in the order it first comes up. */
export function sayAlike<T extends { name: string }>(things: readonly T[], say: (thing: T) => string) {
  const namesBySaid = new Map<string, string[]>()
  for (const thing of things) {
    const said = say(thing)
    namesBySaid.set(said, [...(namesBySaid.get(said) ?? []), thing.name])
  }
  return [...namesBySaid].map(([said, names]) => ({ said, names }))
}
