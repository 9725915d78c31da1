/** Plain words for levels and lists: the same in the console, the mails, the CLI and the history. */
export * from './compare.ts'
export * from './firstName.ts'
export * from './levels.ts'
export * from './lists.ts'
export * from './secrets.ts'
