/** Access: who may do what, by which paths, and why or why not. */
export * from './because.ts'
export * from './decide.ts'
export * from './facts.ts'
export * from './filters.ts'
export * from './paths.ts'
export * from './steady.ts'
export * from './tell.ts'
export * from './walk.ts'
