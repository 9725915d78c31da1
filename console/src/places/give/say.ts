/** The sentence in the address (`?say=`), so that it can be linked to and outlives a reload. */
export function readSay(): string {
  return new URLSearchParams(location.search).get('say') ?? ''
}

export function replaceSay(sentence: string): void {
  const url = new URL(location.href)
  if (sentence) url.searchParams.set('say', sentence)
  else url.searchParams.delete('say')
  if (url.href !== location.href) history.replaceState(history.state, '', url)
}

export function sayAddress(business: string, place: 'give' | 'review', sentence: string): string {
  return `/${business}/${place}?say=${encodeURIComponent(sentence)}`
}
