/** Instants, dates and zones: a date in a sentence means a whole day where the giver is. */
export * from './moment.ts'
export * from './span.ts'
export * from './typed.ts'
