import { soonDays } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { contestItems } from '../contests/schemas.ts'
import { handoverItems } from '../handovers/schemas.ts'
import { meansOut } from '../means/schemas.ts'
import { readinessOut } from '../purposes/schemas.ts'
import { steppingInOut } from '../understudies/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'
import { steps } from './firstSteps.ts'

const letter = object({
  proposal: string().required(),
  kind: string().required(),
  said: string().required().meta({ description: 'Who wants what from whom, in one sentence.' }),
  note: string().nullable().defined(),
  names: array(string().required()).required().meta({ description: 'The names in it, to be set strong.' }),
  answeredBy: string().oneOf(['address', 'business', 'colleagues']).required(),
  canBeSentAgain: boolean().required(),
  canBePassedOn: boolean().required(),
  to: string().nullable().defined().meta({ description: 'The address it is bound to, where it is to one.' }),
  moveTo: string().nullable().defined(),
  waitsFor: string().nullable().defined().meta({ description: 'Who can answer it, told to who sent it.' }),
  cameBack: string()
    .nullable()
    .defined()
    .meta({ description: 'That its letter came back, and what to do, told to who sent it.' }),
  openedAt: instantOut.required(),
  lapsesAt: instantOut.required(),
  lapsesSoon: boolean().required(),
})
const ending = object({
  grants: array(string().required()).required(),
  holder: string().required(),
  holderText: string().required(),
  on: string().required(),
  things: array(
    object({
      name: string().required(),
      tier: string().nullable().defined(),
      actions: array(string().required()).required(),
    }),
  )
    .required()
    .meta({ description: 'What ends together: for one reason, until one day.' }),
  purpose: string().nullable().defined(),
  until: instantOut.required(),
  later: instantOut.required().meta({ description: 'Until when it would last then.' }),
  from: string()
    .nullable()
    .defined()
    .meta({ description: 'Who gave it, where the business is the one that holds it.' }),
  extend: string().nullable().defined().meta({ description: 'The sentence that gives it as long again.' }),
  ask: object({ of: string().nullable().defined(), wanted: string().required() })
    .nullable()
    .defined()
    .default(null)
    .meta({
      description:
        'What to ask its giver for to keep it as long again; of nobody where it is asked in the own business.',
    }),
})
const unfinished = object({
  personId: string().required(),
  person: string().required(),
  address: string().required(),
  since: instantOut.required(),
  lacks: string().oneOf(['assets', 'second step']).required(),
})

export const desk = object({
  firstSteps: array(
    object({
      step: string()
        .oneOf([...steps])
        .required(),
      done: boolean().required(),
    }),
  )
    .nullable()
    .defined()
    .meta({ description: 'What is done first in a new business, for its admins; null once it is.' }),
  isUnderstudy: boolean().required().meta({ description: 'Whether you are the understudy here.' }),
  steppingIn: steppingInOut.nullable().defined().default(null).meta({
    description: 'The understudy who steps in now, for those who can say no, and for them.',
  }),
  received: array(letter).required().meta({ description: 'Waits for your answer.' }),
  waiting: array(letter).required().meta({ description: 'Sent, and not answered yet.' }),
  ending: array(ending)
    .required()
    .meta({ description: `Ends within ${soonDays} days.` }),
  days: array(object({ at: instantOut.required(), begins: boolean().required(), said: string().required() }))
    .required()
    .meta({ description: 'What ends or begins in the next three months, the first of it.' }),
  handovers: handoverItems.meta({ description: 'What goes over to or from the business, and cools off.' }),
  contests: contestItems.meta({ description: 'Who owns an asset, contested, and not over yet.' }),
  admins: array(
    object({
      finding: string().oneOf(['alone', 'many', 'two']).required(),
      admins: number().integer().required(),
      most: number().integer().required(),
    }),
  )
    .required()
    .meta({
      description: 'Worth a look about the admins: only one; more than was set; each alone where two could be asked.',
    }),
  means: array(meansOut)
    .required()
    .meta({ description: 'What is paid with and runs out soon, or has, for who sees to payments.' }),
  unfinished: array(unfinished).required(),
  leftAsIs: array(
    object({
      who: object({ name: string().required(), text: string().required() }).required(),
      purpose: string().required(),
      by: string().required(),
      at: instantOut.required(),
    }),
  )
    .required()
    .meta({ description: 'What is not enough for its purpose and meant so, for admins: it is not among the holes.' }),
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
  totals: object({
    ending: number().integer().required(),
    unstaffed: number().integer().required(),
    unfinished: number().integer().required(),
    lapsed: number().integer().required(),
    alone: number().integer().required(),
  })
    .required()
    .meta({ description: 'How many there are in all, where a list shows the first alone.' }),
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

export const meantWanted = object({
  who: string().trim().max(254).required('say whom it is about'),
  purpose: string().trim().max(200).required('say the purpose'),
  meant: boolean().default(true).meta({ description: 'False: it is told again.' }),
}).noUnknown()
