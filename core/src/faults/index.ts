/** Everything that can be refused or go wrong, in one catalogue: HTTP status, the CLI's exit status, and the title people read. */
export * from './faults.ts'
