export { understudyOf } from './records.ts'
