/** Purposes: what somebody is to get done, everything it takes, and how far somebody's access covers it. */
export * from './begun.ts'
export * from './fit.ts'
export * from './purpose.ts'
export * from './readiness.ts'
export * from './scope.ts'
