import { array, boolean, number, object, string } from 'yup'
import { severalLines } from '../base/typed-text.ts'
import { idText } from '../base/id-text.ts'
import { pageOf } from '../base/page.ts'
import { profileOut } from '../businesses/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'

const numberOrHandle = string().trim().max(80).required()
export const partnerParams = object({ business: string().max(40).required(), partner: numberOrHandle })
export const partnersPersonParams = object({
  business: string().max(40).required(),
  partner: numberOrHandle,
  person: idText,
})

export const businessInvited = object({
  address: string().trim().max(254).required('an e-mail address is needed'),
  note: string().trim().max(500).meta({ description: 'A word to them; it stands in the letter.' }),
}).noUnknown()
export const lookUpWanted = object({ number: string().trim().max(40).required('the number is needed') }).noUnknown()
export const foundBusiness = object({
  number: string().required(),
  name: string().required(),
  town: string().required(),
  cloth: string().required(),
  since: instantOut.required(),
  ...profileOut,
  mailDomain: string()
    .nullable()
    .defined()
    .meta({ description: 'The domain of the verified addresses of its admins, where all have the same.' }),
  shared: array(string().required()).required(),
}).meta({ id: 'FoundBusiness' })

const inShort = {
  number: string().required(),
  name: string().required(),
  town: string().required(),
  cloth: string().required(),
  gave: number().integer().required().meta({ description: 'How many assets and bundles it was given.' }),
  got: number().integer().required().meta({ description: 'How many it gave.' }),
  people: number().integer().required().meta({
    description: 'How many of its people reach what it was given: its admins, and everybody who was put on it.',
  }),
  open: number().integer().required(),
  frozen: boolean().required(),
  inTrust: boolean().required(),
}
export const partnerPage = pageOf(object(inShort).meta({ id: 'PartnerInShort' }))

export const sharedAsset = object({
  number: string().required(),
  kind: string().required(),
  noun: string().required(),
  text: string().required(),
  name: string().required(),
  owner: object({ number: string().required(), name: string().required() }).required(),
  tier: string().nullable().defined(),
  named: array(string().required()).required().meta({ description: 'Actions given by name, beyond the tier.' }),
  level: string().required(),
  may: string().defined(),
  hidden: array(string().required()).required(),
  canSpend: boolean().required(),
  mayPassOn: boolean().required(),
  mayGiveAccess: boolean().required(),
  until: instantOut.nullable().defined(),
  purposes: array(string().required()).required(),
  stopped: string().nullable().defined(),
  staffed: number().integer().required().meta({ description: 'How many people the holder put on it.' }),
  people: number()
    .integer()
    .required()
    .meta({ description: 'How many of its people reach it, its admins among them.' }),
  grant: string().nullable().defined(),
  said: string().nullable().defined().meta({ description: 'The sentence that says the grant as it stands.' }),
}).meta({ id: 'SharedAsset' })

export const partnerOut = object({
  ...inShort,
  since: instantOut.required(),
  ...profileOut,
  closed: instantOut
    .nullable()
    .defined()
    .meta({ description: 'Since when it is closed: nothing between you counts then.' }),
  mailDomain: string().nullable().defined(),
  contacts: array(object({ name: string().required(), address: string().required() }).required())
    .required()
    .meta({ description: 'Who dealt with the acting business on its behalf.' }),
  weGave: array(sharedAsset).required().meta({ description: 'What it reaches of ours, and sees: just that.' }),
  theyGave: array(sharedAsset).required(),
  purposes: array(object({ purpose: string().required(), side: string().oneOf(['gave', 'got']).required() }).required())
    .required()
    .meta({ description: 'What it is engaged for, or engages us for.' }),
  frozenBy: array(string().oneOf(['us', 'them']).required()).required(),
  trustee: boolean().required().meta({ description: 'Whether it holds the acting business in trust.' }),
}).meta({ id: 'Partner' })

export const partnersPeopleOut = pageOf(
  object({
    id: string().required(),
    name: string().required(),
    address: string().required(),
    of: string().required(),
    secondProof: boolean().required(),
    frozen: boolean().required(),
    assets: array(
      object({
        number: string().required(),
        name: string().required(),
        text: string().required(),
        tier: string().nullable().defined(),
        named: array(string().required()).required(),
        level: string().required(),
        since: instantOut.nullable().defined(),
        lastUsed: instantOut.nullable().defined(),
        stopped: string().nullable().defined(),
      }).required(),
    ).required(),
  }).meta({ id: 'PartnersPerson' }),
)

export const heldOut = pageOf(sharedAsset)

const cardPurpose = object({
  name: string().trim().max(120).required(),
  reason: string().trim().max(300).required('say why the purpose is needed'),
}).noUnknown()
export const cardWanted = object({
  introduction: string()
    .trim()
    .min(1)
    .max(600)
    .meta(severalLines)
    .required('a few words about the business are needed'),
  contact: string().trim().max(200).required('whom clients write to is needed'),
  purposes: array(cardPurpose.required()).min(1, 'name a purpose at least').max(10).required(),
}).noUnknown()
export const cardOut = object({
  number: string().required(),
  name: string().required(),
  town: string().required(),
  since: instantOut.required(),
  introduction: string().required(),
  worksAs: profileOut.worksAs,
  telephone: string().nullable().defined(),
  contact: string().required(),
  purposes: array(object({ name: string().required(), reason: string().required() }).required()).required(),
  url: string().required(),
}).meta({ id: 'CallingCard' })
export const ownCardOut = object({ card: cardOut.nullable().defined() })
export const cardParam = object({ number: string().max(40).required() })

export const betweenQuery = object({
  purpose: string().trim().max(120).required('a purpose is needed'),
  side: string().oneOf(['gave', 'got']).default('gave').meta({
    description: 'Whether what the acting business gave the partner is enough for it, or what it got.',
  }),
})
export const stopped = object({ result: string().required() })
export const settingsWanted = object({ offersAtOnce: boolean().required() }).noUnknown()
