import type { AdminAsk } from './records.ts'
import { sayDone, withArticle } from './tellAdmins.ts'

/** What is asked for, after “asks to”: `make Bea Fontaine an admin of Ondaverde Ferries`. */
export function sayAdminAsk(ask: AdminAsk, business: string): string {
  if (ask.wants === 'standing') return `make ${ask.person.name} ${withArticle(ask.standing)} of ${business}`
  if (ask.wants === 'act') return ask.said
  if (ask.wants === 'one approval') return `let one admin of ${business} alone make and lower others`
  return `undo that ${ask.undoes.by.name} ${sayDone(ask.undoes)} at ${business}`
}
