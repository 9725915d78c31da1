import { isStanding, type Standing } from '@famiglia/core'
import { navigate } from '../../router'

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

/** What somebody new is to join as, where it was chosen: in the address too, so that it outlives a reload. */
export function readStanding(): Standing | null {
  const said = new URLSearchParams(location.search).get('as') ?? ''
  return isStanding(said) ? said : null
}

export function replaceStanding(standing: Standing): void {
  const url = new URL(location.href)
  url.searchParams.set('as', standing)
  history.replaceState(history.state, '', url)
}

/** Goes to a place with a sentence. */
export function goAndSay(business: string, place: 'give' | 'review', say: string): void {
  if (place === 'give') void navigate('/:business/give', { params: { business }, search: { say } })
  else void navigate('/:business/review', { params: { business }, search: { say } })
}

/** What is about links is said on a page of its own. */
export function sayAddress(business: string, place: 'give' | 'review', sentence: string): string {
  const at = /^(un)?link\s/.test(sentence) ? 'link' : place
  return `/${business}/${at}?say=${encodeURIComponent(sentence)}`
}
