/** Seats: how many people a business has, and what more of them cost. */
export * from './seats.ts'
