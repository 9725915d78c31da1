export * from './account.ts'
export * from './after.ts'
export * from './course.ts'
