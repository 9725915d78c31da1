/** Levels of access: the lattice everything else computes with. */
export * from './level.ts'
export * from './tier.ts'
