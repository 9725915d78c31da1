/** Trees: what hangs under which manager account, and what cannot. */
export * from './tree.ts'
export * from './outline.ts'
