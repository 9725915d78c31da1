/** Understudies: somebody who becomes an admin where no admin is left to act, after days in which anybody concerned can say no. */
export * from './steppingIn.ts'
