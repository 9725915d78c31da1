import { array, number, object, string } from 'yup'
import { instantOut } from '../sign-in/schemas.ts'

const count = number().integer().required()

export const closingWanted = object({
  reason: string().trim().min(1, 'a reason is needed').max(500).required('a reason is needed'),
}).noUnknown()
export const closingSaid = object({
  result: string().required(),
  proposal: string().nullable().defined().meta({ description: 'What waits for a second admin, where it takes two.' }),
})
export const closingOut = object({
  people: count,
  assets: count,
  partners: count.meta({ description: 'Businesses that it gave something to or holds something of.' }),
  proposals: count.meta({ description: 'What waits for an answer, and would hold no longer.' }),
  inTheWay: array(string().required())
    .required()
    .meta({ description: 'What has to be settled before it can be closed, as sentences.' }),
  closed: object({
    at: instantOut.required(),
    by: string().required(),
    reopensUntil: instantOut.nullable().defined().meta({ description: 'Null once it stays closed.' }),
  })
    .nullable()
    .defined()
    .default(null),
}).meta({ id: 'Closing' })
