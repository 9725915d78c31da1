/** Numbers that people read out, type and paste: they carry their kind, and a slip of the finger never reaches a stranger. */
export * from './advise.ts'
export * from './number.ts'
