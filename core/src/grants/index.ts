/** Grants: what giving, changing and ending comes to, what it weighs, and what it takes. */
export * from './addTerms.ts'
export * from './planLet.ts'
export * from './notice.ts'
export * from './reason.ts'
export * from './terms.ts'
export * from './weight.ts'
