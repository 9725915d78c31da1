/** Sentences: the one way access is said. As written, with handles and days; as read, with names. */
export * from './nearest.ts'
export * from './parse.ts'
export * from './print.ts'
export * from './sentence.ts'
export * from './business.ts'
export * from './compose.ts'
export * from './say.ts'
export * from './wanted.ts'
