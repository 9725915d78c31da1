/** Who pays for an ad account: one business and one person at every instant, with one means of payment. */
export * from './agreement.ts'
export * from './means.ts'
