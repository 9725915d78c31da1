/** What comes about where nobody says no: an understudy becomes an admin, who contests an asset takes it over. */
export * from './silence.ts'
