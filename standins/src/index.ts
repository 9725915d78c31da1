/** The outside world, simulated: where letters arrive, and the platforms where assets live. */
export { startInbox, type Inbox } from './inbox/inbox.ts'
export { startMarram, type Marram } from './marram/marram.ts'
export type { MarramAccount } from './marram/accounts.ts'
