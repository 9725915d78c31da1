import { array, boolean, number, object, string } from 'yup'
import { readinessOut } from '../purposes/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'

export const soonDays = 30

const waiting = object({
  proposal: string().required(),
  kind: string().required(),
  to: string().nullable().defined(),
  assets: array(string().required()).required(),
  openedAt: instantOut.required(),
  lapsesAt: instantOut.required(),
  lapsesSoon: boolean().required(),
  moveTo: string().nullable().defined(),
  by: string().required(),
})
const received = object({
  proposal: string().required(),
  kind: string().required(),
  from: string().required(),
  business: string().required(),
  assets: array(string().required()).required(),
  reason: string().nullable().defined(),
  openedAt: instantOut.required(),
  lapsesAt: instantOut.required(),
})
const ending = object({
  grant: string().required(),
  holder: string().required(),
  holderText: string().required(),
  on: string().required(),
  onText: string().required(),
  until: instantOut.required(),
  from: string()
    .nullable()
    .defined()
    .meta({ description: 'Who gave it, where the business is the one that holds it.' }),
  prolong: string().nullable().defined().meta({ description: 'The sentence that gives it as long again.' }),
  ask: object({ of: string().required(), wanted: string().required() })
    .nullable()
    .defined()
    .default(null)
    .meta({ description: 'What to ask its giver for to keep it as long again.' }),
})
const unfinished = object({
  personId: string().required(),
  person: string().required(),
  address: string().required(),
  since: instantOut.required(),
  lacks: string().oneOf(['assets', 'second step']).required(),
})

export const desk = object({
  received: array(received).required().meta({ description: 'Waits for your answer.' }),
  waiting: array(waiting).required().meta({ description: 'Sent, and not answered yet.' }),
  ending: array(ending)
    .required()
    .meta({ description: `Ends within ${soonDays} days.` }),
  unfinished: array(unfinished).required(),
  holes: array(readinessOut).required().meta({ description: 'Given for a purpose, and not enough for it.' }),
  unstaffed: array(
    object({
      from: string().required(),
      partner: string().required(),
      on: string().required(),
      since: instantOut.required(),
      staff: string().required().meta({ description: 'The sentence without whom: `run on A-… hiding …`.' }),
    }),
  )
    .required()
    .meta({ description: 'What other businesses gave, and nobody was put on.' }),
  lapsed: array(
    object({
      proposal: string().required(),
      to: string().required(),
      lapsedAt: instantOut.required(),
      assets: array(string().required()).required(),
    }),
  )
    .required()
    .meta({ description: 'Invitations that nobody answered, to people who are not here.' }),
  alone: array(
    object({
      number: string().required(),
      name: string().required(),
      noun: string().required(),
      text: string().required(),
      since: instantOut.required(),
      siblings: number().integer().required(),
    }),
  )
    .required()
    .meta({ description: 'Assets nobody was put on, while others of their kind have holders.' }),
}).meta({ id: 'Desk' })
