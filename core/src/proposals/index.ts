/** Proposals: one state machine for all that takes the other side's yes. */
export * from './proposal.ts'
