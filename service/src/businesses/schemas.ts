import { worksAs } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { address, instantOut } from '../sign-in/schemas.ts'

export const businessParam = object({ business: string().max(40).required() })

const business = {
  name: string().trim().min(2).max(80).required('the business needs a name'),
  town: string().trim().min(1).max(80).required('the business needs a town'),
  zone: string().max(60).required(),
}
export const anotherWanted = object(business).noUnknown()
export const ownWanted = object({
  town: string().trim().min(1).max(80).meta({ description: 'Where you work first, if it is not said.' }),
  zone: string().max(60).meta({ description: 'The time zone where you work first, if it is not said.' }),
}).noUnknown()
export const openingWanted = object({
  business: object(business).required(),
  person: object({
    name: string().trim().min(1).max(80).required('your name is needed'),
    address: address.required('an e-mail address is needed'),
  })
    .noUnknown()
    .required(),
}).noUnknown()
export const openingAsked = object({ sentTo: string().required() })
export const openingLink = object({
  link: string().max(200).required(),
  password: string().min(10, 'a password has at least 10 characters').max(200).required(),
}).noUnknown()
export const opened = object({ number: string().required(), name: string().required() })
export const openedByLink = opened.shape({ signedIn: boolean().required() })

const contact = object({
  name: string().trim().min(1).max(80).required('the name of whom others write to is needed'),
  address: string().trim().max(254).required('an e-mail address is needed'),
  telephone: string().trim().max(40).nullable().default(null),
}).noUnknown()
/** What a business is to those it works for, and whom they write to. */
export const profileOut = {
  worksAs: string()
    .oneOf([...worksAs])
    .nullable()
    .defined()
    .meta({ description: 'What it is to the businesses it works for.' }),
  contact: object({
    name: string().required(),
    address: string().required(),
    telephone: string().nullable().defined(),
  })
    .nullable()
    .defined()
    .default(null),
}
export const profileWanted = object({
  worksAs: string()
    .oneOf([...worksAs])
    .nullable()
    .defined(),
  contact: contact.nullable().defined(),
}).noUnknown()

export const businessOut = object({
  number: string().required(),
  name: string().required(),
  town: string().required(),
  zone: string().required(),
  cloth: string().required(),
  openedAt: instantOut.required(),
  standing: string().required().meta({ description: 'Your own standing there.' }),
  twoApprovals: boolean()
    .required()
    .meta({ description: 'Whether what is strongest waits for the approval of a second admin.' }),
  mostAdmins: number().integer().required().meta({ description: 'More admins than that are told on the desk.' }),
  ...profileOut,
  offersAtOnce: boolean()
    .required()
    .meta({ description: 'Whether what partners offer takes effect without approval.' }),
  trustee: string()
    .nullable()
    .defined()
    .meta({ description: 'Who holds it in trust, by name, until its owner takes it over.' }),
  admins: array(
    object({ id: string().required(), name: string().required(), address: string().required() }),
  ).required(),
}).meta({ id: 'Business' })
