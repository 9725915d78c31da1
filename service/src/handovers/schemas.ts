import { allHeldAs, proposalStates } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { pageQuery } from '../base/page.ts'
import { idText } from '../base/id-text.ts'
import { instantOut } from '../sign-in/schemas.ts'

const named = object({ number: string().required(), name: string().required() })
const falls = array(string().max(160).required())
  .max(2_000)
  .meta({ description: 'Lines of the account that are to fall, by their keys.' })
export const handoverWanted = object({
  sentence: string()
    .min(1, 'a sentence is needed')
    .max(2_000)
    .required('a sentence is needed')
    .meta({ description: '`hand over page/… to B-… keeping run with billing because "…"`' }),
  falls,
}).noUnknown()
const line = {
  key: string().required(),
  fate: string().oneOf(['stays', 'beneath', 'own', 'falls']).required(),
  canFall: boolean().required(),
  who: string().required(),
  on: string().required(),
  words: string().required(),
  why: string().defined(),
  tier: string().nullable().defined(),
  actions: number().required(),
  form: string().oneOf(allHeldAs).required(),
}
const before = {
  first: array(
    object({
      whose: string().oneOf(['sender', 'receiver']).required(),
      said: string().required(),
      isDone: boolean().required(),
      add: string().nullable().defined().meta({ description: 'What could go along too, as a sentence names it.' }),
    }),
  )
    .required()
    .meta({ description: 'What each side sees to first.' }),
  lost: array(
    object({
      who: string().required(),
      purpose: string().required(),
      on: array(string().required()).required(),
      isAsked: boolean().required().meta({ description: 'Whether they are asked to join the new owner with it.' }),
      keys: array(string().required()).required(),
    }),
  )
    .required()
    .meta({
      description:
        'Who has all that a purpose takes now, and would not have it after; lines that could stay, by their keys.',
    }),
}
const assets = array(named.shape({ kind: string().required() })).required()
export const handoverPreview = object({
  sentence: string().required(),
  summary: string().required(),
  to: named
    .shape({ town: string().required(), since: instantOut.required(), mailDomain: string().nullable().defined() })
    .required(),
  assets,
  ...before,
  lines: array(object(line)).required(),
  completesAt: string().required(),
  staysOpenUntil: string().required(),
  isOwnName: boolean()
    .required()
    .meta({ description: 'Whether you hand over what is yours alone to a business you work for.' }),
}).meta({ id: 'HandoverPreview' })
export const handoverSaid = object({
  sentence: string().required(),
  result: string().required(),
  proposal: string().required(),
}).meta({ id: 'HandoverSaid' })
export const handoverParams = object({ business: string().max(40).required(), handover: idText })
export const handoverOut = object({
  id: string().required(),
  state: string().oneOf(proposalStates).required(),
  from: named.required(),
  to: named.required(),
  isSender: boolean().required(),
  assets,
  keeping: string().nullable().defined(),
  withBilling: boolean().required(),
  withPeople: boolean()
    .required()
    .meta({ description: 'Whether the old owner’s people are asked to join the new one.' }),
  because: string().nullable().defined(),
  sentBy: string().required(),
  sentAt: instantOut.required(),
  acceptedBy: string().nullable().defined(),
  acceptedAt: instantOut.nullable().defined(),
  completesAt: instantOut.nullable().defined(),
  endedAt: instantOut.nullable().defined(),
  endedBy: string().nullable().defined(),
  reason: string().nullable().defined(),
  anew: object({ you: boolean().required(), they: boolean().required() })
    .nullable()
    .defined()
    .default(null)
    .meta({ description: 'Where somebody could do more than both signed: who agreed to it as it stands now.' }),
  isContested: boolean().required().meta({ description: 'Whether it came about by contesting.' }),
  keepers: array(object({ asset: string().required(), platform: string().required(), isTold: boolean().required() }))
    .required()
    .meta({ description: 'Once completed: whether the platforms know the new owner.' }),
  ...before,
  lines: array(
    object({
      ...line,
      difference: string()
        .oneOf(['new', 'more', 'less'])
        .nullable()
        .defined()
        .meta({ description: 'How it differs from what both signed.' }),
    }),
  ).required(),
  gone: array(object({ who: string().required(), on: string().required(), words: string().required() })).required(),
}).meta({ id: 'Handover' })
export const handoverItems = array(
  object({
    id: string().required(),
    state: string().oneOf(['cooling', 'completed', 'stopped']).required(),
    what: string().required(),
    from: named.required(),
    to: named.required(),
    completesAt: instantOut.required(),
    endedAt: instantOut.nullable().defined(),
  }),
).required()
export const handoverReading = object({
  falls: string()
    .max(8_000)
    .meta({ description: 'Lines that you would let fall too, by their keys, parted by commas.' }),
})
export const handoverQuery = object({ ...pageQuery })
export const handoverList = object({ items: handoverItems, next: string().nullable().defined() })
export const handoverStopping = object({ reason: string().trim().max(500) }).noUnknown()
export const handoverStopped = object({ result: string().required() })
export const coolingSet = object({
  hours: number().integer().min(0).max(336).required().meta({ description: 'Between the yes and the completion.' }),
}).noUnknown()
