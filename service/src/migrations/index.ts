import { FirstRecords1795392000000 } from './1795392000000-first-records.ts'

/** All migrations, oldest first. One that has landed is never edited. */
export const migrations = [FirstRecords1795392000000]
