import { linkText } from '../base/link-text.ts'
import { idText } from '../base/id-text.ts'
import { allActions, allFigures, proposalStates, tiers } from '@famiglia/core'
import { array, boolean, object, string } from 'yup'
import { pageOf, pageQuery } from '../base/page.ts'
import { profileOut } from '../businesses/schemas.ts'
import { assetInWords } from '../sentences/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'

const businessTold = object({
  number: string().required(),
  name: string().required(),
  town: string().required(),
  cloth: string().required(),
  zone: string().required(),
  since: instantOut.required(),
  ...profileOut,
})

export const proposalOut = object({
  id: string().required(),
  kind: string().required(),
  noun: string().required().meta({ description: 'What its kind is called.' }),
  heading: string().required(),
  outset: string().required().meta({ description: 'One sentence of who wants what from whom, for who reads it.' }),
  names: array(string().required()).required().meta({ description: 'The names in it, to be set strong.' }),
  answeredBy: string().oneOf(['address', 'business', 'colleagues']).required(),
  yes: object({
    whole: string().required(),
    less: object({ begin: string().required(), send: string().required() }).nullable().defined().default(null),
  })
    .required()
    .meta({ description: 'What accepting it is called, and accepting less; null where there is no less.' }),
  question: object({ asks: string().required(), hint: string().required() })
    .nullable()
    .defined()
    .default(null)
    .meta({ description: 'What its yes answers separately (`mayGiveAccess`), and no unless said.' }),
  paying: object({
    by: string().required(),
    takesMeansOn: string().nullable().defined(),
    canStay: boolean().required(),
  })
    .nullable()
    .defined()
    .default(null)
    .meta({
      description:
        'Where its yes changes who pays: who would, the platform on which who says yes chooses a means of payment (`means`), and whether that can stay as it is (`payerStays`).',
    }),
  canBeSentAgain: boolean().required(),
  canBePassedOn: boolean().required(),
  afterwards: string().nullable().defined().meta({ description: 'What a yes brings along beside what it allows.' }),
  beforehand: array(object({ head: string().required(), items: array(string().required()).required() }))
    .required()
    .meta({ description: 'What there is to know before a yes, where one is read by itself.' }),
  state: string().oneOf(proposalStates).required(),
  business: businessTold.required(),
  partner: businessTold.nullable().defined().meta({ description: 'The business it goes to, where it goes to one.' }),
  to: string().nullable().defined(),
  standing: string().required(),
  by: object({ id: string().required(), name: string().required(), address: string().required() }).required(),
  note: string().nullable().defined(),
  said: string().required(),
  assets: array(
    assetInWords.shape({
      from: instantOut.nullable().defined(),
      until: instantOut.nullable().defined(),
      hiding: array(string().required()).required(),
      bundle: string().nullable().defined(),
    }),
  ).required(),
  purpose: string().nullable().defined(),
  granted: string().nullable().defined().meta({ description: 'What was accepted or granted, where it is less.' }),
  contact: string().nullable().defined(),
  mayPassOn: boolean().required(),
  takesChair: boolean().required(),
  waitsFor: string()
    .nullable()
    .defined()
    .meta({ description: 'Who can answer it while it is open, told to who sent it where one is read by itself.' }),
  cameBack: string().nullable().defined().meta({
    description: 'That its letter came back, and what to do, told to who sent it where one is read by itself.',
  }),
  moveTo: string().nullable().defined().meta({ description: 'Another address somebody wants to answer from.' }),
  openedAt: instantOut.required(),
  sentAt: instantOut.required(),
  lapsesAt: instantOut.required(),
  answeredAt: instantOut.nullable().defined(),
  reason: string().nullable().defined(),
}).meta({ id: 'Proposal' })

export const proposalPage = pageOf(proposalOut)
export const proposalsQuery = object({
  ...pageQuery,
  state: string().oneOf(['open', 'all']).default('open'),
  kind: string().max(40).meta({ description: 'One kind alone: `ask`, `invitation`, …' }),
  side: string()
    .oneOf(['sent', 'received'])
    .default('sent')
    .meta({ description: 'What the business sent, or what other businesses sent it.' }),
})
export const proposalParams = object({ business: string().max(40).required(), proposal: idText })
export const ownProposalParam = object({ proposal: idText })

const link = linkText
export const linkGiven = object({ link }).noUnknown()
export const invitationRead = object({
  proposal: proposalOut.required(),
  known: boolean().required().meta({ description: 'Whether the address has a sign-in already.' }),
  signedInAs: string().nullable().defined(),
  passedOn: boolean().required().meta({ description: 'Whether the link was passed on, so that it proves no address.' }),
})
const keeping = string()
  .oneOf([...tiers])
  .meta({
    description: 'What is left to who held the business in trust, where the chair is taken; nothing unless said.',
  })
export const ownAcceptance = object({ keeping }).noUnknown()
export const acceptance = object({
  link,
  keeping,
  signIn: object({
    name: string().trim().min(1).max(80).required('your name is needed'),
    password: string().min(10, 'a password has at least 10 characters').max(200).required('a password is needed'),
  })
    .optional()
    .default(undefined),
}).noUnknown()
export const accepted = object({
  business: object({ number: string().required(), name: string().required() }).required(),
  person: object({ id: string().required(), name: string().required() }).required(),
  result: string().required(),
})
export const refusal = object({ link, reason: string().trim().max(500) }).noUnknown()
export const ownRefusal = object({ reason: string().trim().max(500) }).noUnknown()
export const withdrawn = object({ neverSent: boolean().required() })
export const passedOnLink = object({ link: string().required() })
export const movingWanted = object({
  link,
  address: string().trim().max(254).required('an e-mail address is needed'),
}).noUnknown()
export const movingAsked = object({ sentTo: string().nullable().defined() })
export const moveDecision = object({ confirmed: boolean().required('say whether it may go there') }).noUnknown()
export const resultOut = object({ result: string().required() })
export const sentAgain = object({ sentTo: string().required(), staysOpenUntil: string().required() })

export const answerGiven = object({
  less: string()
    .min(1, 'say what is taken instead')
    .max(1500)
    .meta({ description: 'What is accepted or granted instead: `watch on …`. Never more than was proposed.' }),
  reason: string().trim().max(500),
  mayGiveAccess: boolean()
    .default(false)
    .meta({ description: 'Whether they may give access to others, where that is asked: no, unless said.' }),
  means: string()
    .trim()
    .max(80)
    .meta({ description: '`means/…`: what you pay with from then on, where your yes makes you pay.' }),
  payerStays: boolean()
    .default(false)
    .meta({ description: 'Whether who pays stays as it is, where the rest can be accepted without.' }),
  falls: array(string().max(160).required())
    .max(2_000)
    .meta({ description: 'Lines of a handover’s account that are to fall too, by their keys.' }),
}).noUnknown()
export const answered = object({ result: string().required(), less: string().nullable().defined() })
export const askedThings = object({
  things: array(
    object({
      text: string().required(),
      name: string().nullable().defined(),
      state: string().oneOf(['here', 'missing', 'to offer']).required(),
      remedy: string().nullable().defined(),
      must: boolean().required(),
    }),
  ).required(),
  grantable: array(
    assetInWords.shape({
      text: string().required(),
      said: string().required().meta({ description: 'As `less` would say it.' }),
      until: instantOut.nullable().defined(),
    }),
  ).required(),
  from: string().required().meta({ description: 'Who asks: the business.' }),
  answerable: array(
    object({
      text: string().required(),
      name: string().required(),
      noun: string().required(),
      parts: array(
        object({
          tier: string()
            .oneOf([...tiers])
            .nullable()
            .defined(),
          action: string()
            .oneOf([...allActions])
            .nullable()
            .defined(),
          words: string().required(),
          doubt: string().nullable().defined().meta({ description: 'Why it deserves a second look.' }),
        }),
      ).required(),
      hiding: array(string().oneOf(allFigures).required()).required(),
      from: instantOut.nullable().defined(),
      until: instantOut.nullable().defined(),
      has: string().nullable().defined().meta({ description: 'What who asks has there already, as read.' }),
    }),
  )
    .required()
    .meta({ description: 'Each thing, in parts that can be answered one by one.' }),
}).meta({ id: 'AskedThings' })
