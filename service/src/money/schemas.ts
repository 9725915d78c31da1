import { tiers } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { pageQuery } from '../base/page.ts'
import { payingOut } from '../billing/schemas.ts'

const named = object({ number: string().required(), name: string().required() })
const amount = number().nullable().defined()

export const moneyQuery = object({ ...pageQuery })
export const moneyOut = object({
  currency: string().required(),
  thisMonth: string().required().meta({ description: 'The first day of the month that is under way.' }),
  lastMonth: string().required(),
  items: array(
    object({
      number: string().required(),
      name: string().required(),
      text: string().required().meta({ description: 'As a sentence names it.' }),
      platform: string().required(),
      platformName: string().required(),
      owner: named.shape({ isOwn: boolean().required() }).required(),
      ...payingOut,
      spenders: array(
        object({
          through: string().required(),
          form: string().oneOf(['own', 'through', 'waiting']).required(),
          tier: string().oneOf(tiers).nullable().defined(),
          actions: number().required().meta({ description: 'How many actions by name, where it is no tier.' }),
          people: array(string().required()).required(),
        }),
      )
        .required()
        .meta({ description: 'Who can spend, beside the owner’s admins; told of the business’s own accounts.' }),
      thisMonth: amount,
      lastMonth: amount,
      monthly: amount.meta({ description: 'The most it may spend in a month.' }),
    }),
  ).required(),
  sums: object({
    accounts: number().required(),
    thisMonth: number().required(),
    lastMonth: number().required(),
  })
    .required()
    .meta({ description: 'Of all accounts that the business pays for.' }),
  admins: array(string().required()).required().meta({ description: 'Who can spend on all of its own, as admin.' }),
  seats: object({
    members: number().required(),
    invited: number().required(),
    included: number().required(),
    words: string().required(),
  })
    .nullable()
    .defined(),
  next: string().nullable().defined(),
  more: boolean().required(),
}).meta({ id: 'Money' })
