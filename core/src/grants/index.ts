/** Grants: what giving, changing and ending comes to, and what it takes. */
export * from './plan.ts'
export * from './notice.ts'
