/** How somebody holds what they have on an asset, wherever it stands as a mark or in a list. */
export const heldAsInWords = {
  own: 'own grant',
  through: 'indirectly',
  waiting: 'waiting for an answer',
  idle: 'not in force',
} as const
export type HeldAs = keyof typeof heldAsInWords
export const allHeldAs = Object.keys(heldAsInWords) as HeldAs[]
