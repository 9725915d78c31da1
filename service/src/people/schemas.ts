import { array, boolean, number, object, string } from 'yup'
import { pageOf, pageQuery } from '../base/page.ts'
import { instantOut } from '../sign-in/schemas.ts'

export const peopleQuery = object({ ...pageQuery, find: string().trim().max(80) })
export const personParams = object({
  business: string().max(40).required(),
  person: string().max(254).required().meta({ description: 'An id, or an e-mail address.' }),
})
export const personOut = object({
  id: string().required(),
  name: string().required(),
  address: string().required(),
  standing: string().required(),
  since: instantOut.required(),
  invitedBy: string().nullable().defined(),
  secondProof: boolean().nullable().defined().meta({ description: 'Null for who is not to know.' }),
  paused: boolean().required(),
  frozen: boolean().required(),
  teams: array(object({ handle: string().required(), name: string().required() }).required()).required(),
  assets: number().integer().required().meta({ description: 'Assets they hold a grant of their own on.' }),
}).meta({ id: 'Person' })
export const personPage = pageOf(personOut)
