/** Standings: what somebody may do within a business, apart from any asset. */
export * from './standing.ts'
export * from './admins.ts'
export * from './adminFindings.ts'
export * from './closing.ts'
export * from './worksAs.ts'
