/** Sentences: the one way access is said, in the console, the CLI, the mails, the history and the charter. */
export * from './nearest.ts'
export * from './parse.ts'
export * from './print.ts'
export * from './sentence.ts'
export * from './business.ts'
export * from './wanted.ts'
