import { array, boolean, object, string } from 'yup'
import { severalLines } from '../base/typed-text.ts'
import { instantOut } from '../sign-in/schemas.ts'

const sentence = string()
  .min(1, 'a sentence is needed')
  .max(400)
  .required('a sentence is needed')
  .meta({ description: '`billing ad-account/… to noor@… with means/… from 2027-01-01`' })
const named = object({ number: string().required(), name: string().required() })

export const billingSaid = object({ sentence, note: string().trim().max(1000).meta(severalLines) }).noUnknown()
export const billingPreviewed = object({ sentence }).noUnknown()
export const billingPreview = object({
  sentence: string().required(),
  summary: string().required(),
  steps: array(
    object({
      about: string().oneOf(['means', 'answering', 'from', 'yes', 'instead', 'refused']).required(),
      what: string().required(),
      said: string().required(),
    }),
  ).required(),
  staysOpenUntil: string().nullable().defined(),
  proofIsFresh: boolean().required(),
  told: array(string().required())
    .required()
    .meta({ description: 'Who is told: people of your own by name, another business by its own.' }),
}).meta({ id: 'BillingPreview' })
export const billingDone = object({
  sentence: string().required(),
  result: string().required(),
  outcome: string().oneOf(['changed', 'planned', 'asked', 'same']).required(),
  proposals: array(string().required()).required(),
}).meta({ id: 'BillingDone' })

export const payingOut = {
  payer: named.shape({ isOwn: boolean().required() }).required(),
  answering: string().required().meta({ description: 'The person who answers for it.' }),
  means: string().nullable().defined().meta({ description: 'What it is paid with, for who pays alone.' }),
  meansHandle: string().nullable().defined(),
  goodUntil: string().nullable().defined(),
  meansState: string().oneOf(['good', 'runs out soon', 'has run out']).nullable().defined(),
  since: instantOut.required(),
  planned: object({ said: string().required(), at: instantOut.required(), canCallOff: boolean().required() })
    .nullable()
    .defined()
    .meta({ description: 'What is agreed for a day to come.' }),
  canTakeOver: string()
    .oneOf(['at once', 'by asking'])
    .nullable()
    .defined()
    .meta({ description: 'Whether you can have it paid otherwise, or ask for that.' }),
}
export const accountPaying = object({
  number: string().required(),
  name: string().required(),
  text: string().required().meta({ description: 'As a sentence names it.' }),
  platform: string().required(),
  ...payingOut,
}).meta({ id: 'AccountPaying' })
export const accountParams = object({ business: string().max(40).required(), asset: string().max(80).required() })
export const calledOff = object({ result: string().required() })
