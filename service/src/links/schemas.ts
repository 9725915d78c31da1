import { allFigures } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { pageQuery } from '../base/page.ts'
import { severalLines } from '../base/typed-text.ts'
import { assetInWords } from '../sentences/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'
import { mostLines } from './checkNumbers.ts'
import { measures } from './figures.ts'
import { accountOrders } from './readAccounts.ts'

const sentence = string().min(1, 'a sentence is needed').max(4000).required('a sentence is needed').meta({
  description: '`link A-2718-2818-24 under manager-account/… at run`, or `unlink … from …`.',
})
const figure = string()
  .oneOf([...allFigures])
  .required()
const named = object({ number: string().required(), name: string().required() })

export const linkingSaid = object({
  sentence,
  note: string().trim().max(1000).meta(severalLines),
}).noUnknown()
export const linkingPreviewed = object({ sentence }).noUnknown()
export const linkPreview = object({
  sentence: string().required(),
  verb: string().oneOf(['link', 'unlink']).required(),
  summary: string().required(),
  outcomes: array(string().required()).required().meta({ description: 'What holds at once, and what waits for whom.' }),
  accounts: array(assetInWords.pick(['number', 'name', 'may', 'sees', 'hidden', 'money'])).required(),
  people: array(string().required()).required().meta({ description: 'Who would reach it, or loses it.' }),
  notes: array(string().required()).required(),
  staysOpenUntil: string().nullable().defined(),
  takesProof: boolean().required(),
  proofIsFresh: boolean().required(),
  mails: array(object({ to: string().required(), about: string().required() })).required(),
}).meta({ id: 'LinkPreview' })
export const linked = object({
  sentence: string().required(),
  result: string().required(),
  outcome: string().oneOf(['linked', 'asked', 'offered', 'changed', 'same', 'unlinked']).required(),
  proposals: array(string().required()).required().meta({ description: 'The requests that wait for an answer now.' }),
}).meta({ id: 'Linked' })

export const numbersPasted = object({
  text: string().min(1, 'paste some numbers').max(20_000).required('paste some numbers'),
  under: string().trim().max(80).required('say under which manager account'),
}).noUnknown()
export const numbersChecked = object({
  lines: array(
    object({
      line: number().required(),
      text: string().required(),
      number: string().nullable().defined(),
      state: string().oneOf(['good', 'wrong', 'left out']).required(),
      words: string().required(),
      name: string().nullable().defined(),
      owner: string().nullable().defined(),
    }),
  )
    .required()
    .meta({ description: `One for each number, in their order; ${mostLines} at most.` }),
}).meta({ id: 'NumbersChecked' })

const hanging = {
  label: string()
    .nullable()
    .defined()
    .meta({ description: 'What the manager’s side calls it; told to that side alone.' }),
  tier: string().nullable().defined(),
  named: array(string().required()).required(),
  level: string().required(),
  hidden: array(figure).required(),
  mayGiveAccess: boolean().required(),
  state: string().oneOf(['in force', 'begins', 'waiting', 'stopped', 'ended']).required(),
  why: string().nullable().defined(),
  from: instantOut.nullable().defined(),
  until: instantOut.nullable().defined(),
  alone: array(string().required()).required().meta({ description: 'Who was put on this one alone.' }),
}
export const treeOut = object({
  nodes: array(
    object({
      number: string().required(),
      kind: string().required(),
      handle: string().nullable().defined(),
      name: string().required(),
      owner: named.nullable().defined(),
      isOwn: boolean().required(),
      stopped: string().nullable().defined(),
    }),
  ).required(),
  branches: array(
    object({
      below: string().required(),
      above: string().required(),
      ...hanging,
      frozen: boolean().required().meta({ description: 'Whether the account’s owner has frozen the link by itself.' }),
      proposal: string().nullable().defined(),
    }),
  ).required(),
  more: boolean().required(),
}).meta({ id: 'Tree' })

const measured = { value: number().required(), before: number().required(), change: number().nullable().defined() }
const each = <S>(schema: S) =>
  Object.fromEntries(measures.map(measure => [measure, schema])) as Record<(typeof measures)[number], S>
export const accountsQuery = object({
  ...pageQuery,
  days: number()
    .integer()
    .min(1)
    .max(180)
    .default(30)
    .meta({ description: 'The last so many days, against as many before.' }),
  order: string()
    .oneOf([...accountOrders])
    .default('spend'),
})
export const accountsOut = object({
  under: named
    .shape({
      handle: string().required(),
      owner: named.required(),
      reachedBy: array(
        object({ name: string().required(), address: string().required(), how: string().defined() }),
      ).required(),
    })
    .required(),
  currency: string().required().meta({ description: 'By ISO 4217; money is in whole units of it.' }),
  from: string().required(),
  to: string().required(),
  items: array(
    object({
      number: string().required(),
      name: string().required(),
      owner: named.required(),
      under: named.required(),
      ...hanging,
      pays: string().required(),
      figures: object(each(object(measured).nullable().defined().default(null))).required(),
      hiddenFigures: array(
        string()
          .oneOf([...measures])
          .required(),
      ).required(),
      days: array(number().required()).nullable().defined(),
    }),
  ).required(),
  sums: object(
    each(object({ ...measured, of: number().required(), leavesOut: number().required() }).required()),
  ).required(),
  next: string().nullable().defined(),
  more: boolean().required(),
}).meta({ id: 'AccountsCompared' })

const asset = string().max(80).required()
export const managerParams = object({ business: string().max(40).required(), asset })
export const linkedParams = object({ business: string().max(40).required(), asset, account: asset })
export const labelGiven = object({
  label: string().trim().min(1, 'a name has at least a letter').max(80).nullable().defined(),
}).noUnknown()
export const labelled = object({ result: string().required() })
export const linkFrozen = object({ result: string().required() })
