/** The kinds of asset there are, and what one can do with each: read by the service, the CLI, the console and the stand-ins. */
export * from './actions.ts'
export * from './catalogue.ts'
export * from './find.ts'
export type { KindRules } from './kind.ts'
export * from './topics.ts'
