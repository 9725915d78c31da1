import { understudyDays } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { instantOut } from '../sign-in/schemas.ts'

const reason = string().trim().min(1).max(500)

export const naming = object({
  who: string().trim().max(254).required('say whom').meta({ description: 'An address, or an id, of a member.' }),
  days: number()
    .integer()
    .min(understudyDays.least)
    .max(understudyDays.most)
    .meta({ description: `Days of silence before they are an admin; ${understudyDays.usual} unless said.` }),
  note: reason,
}).noUnknown()
export const named = object({ result: string().required(), proposal: string().required() })
export const ending = object({ reason }).noUnknown()
export const steppingInWanted = object({ reason: reason.required('say why') }).noUnknown()

export const steppingInOut = object({
  name: string().required(),
  reason: string().required(),
  began: instantOut.required(),
  becomes: instantOut.required().meta({ description: 'From when on they are an admin, unless somebody says no.' }),
  tellings: array(object({ at: instantOut.required(), isOut: boolean().required() }))
    .required()
    .meta({ description: 'When those who can say no are told.' }),
  told: array(object({ name: string().required(), address: string().required(), standing: string().required() }))
    .required()
    .meta({ description: 'Who can say no.' }),
  canSayNo: boolean().required().meta({ description: 'Whether who reads it can.' }),
}).meta({ id: 'SteppingIn' })

export const understudyOut = object({
  understudy: object({
    name: string().required(),
    address: string().required(),
    isYou: boolean().required(),
    namedBy: string().required(),
    since: instantOut.required(),
    days: number().integer().required(),
    stepsInFrom: instantOut
      .nullable()
      .defined()
      .meta({ description: 'After a no: from when on they can step in again.' }),
  })
    .nullable()
    .defined()
    .default(null),
  asked: object({
    proposal: string().required(),
    name: string().required(),
    sentAt: instantOut.required(),
    lapsesAt: instantOut.required(),
  })
    .nullable()
    .defined()
    .default(null),
  steppingIn: steppingInOut.nullable().defined().default(null),
}).meta({ id: 'Understudy' })
