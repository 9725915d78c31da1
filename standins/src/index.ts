/** The outside world, simulated: where letters arrive, and the platforms where assets live. */
export { startInbox, type Inbox } from './inbox/inbox.ts'
export { startPlatform, type Platform, type PlatformDesign } from './platform/platform.ts'
export type { Means, Thing } from './platform/things.ts'
