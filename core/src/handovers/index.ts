export * from './account.ts'
export * from './course.ts'
