/** What other rooms read of changes of who pays. */
export { pendingChanges, type PayerChange } from './records.ts'
