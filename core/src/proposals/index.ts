/** Proposals: the courses that everything takes which needs the other side's yes. */
export * from './course.ts'
export * from './askedParts.ts'
