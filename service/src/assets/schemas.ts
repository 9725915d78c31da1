import { idText } from '../base/id-text.ts'
import { allFigures, allKinds, tiers } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { pageOf, pageQuery } from '../base/page.ts'
import { instantOut } from '../sign-in/schemas.ts'

const figure = string()
  .oneOf([...allFigures])
  .required()
const kind = string()
  .oneOf([...allKinds])
  .required()

export const assetParams = object({
  business: string().max(40).required(),
  asset: string()
    .max(140)
    .required()
    .meta({ description: 'Its number, or its kind and handle as ad-account%2Fsummer-crossings.' }),
})
export const assetsQuery = object({ ...pageQuery, find: string().trim().max(80), archived: boolean().default(false) })
export const listQuery = object(pageQuery)

const neighbour = object({
  number: string().required(),
  text: string().required(),
  name: string().required(),
  noun: string().required(),
})

export const assetOut = object({
  number: string().required(),
  kind,
  noun: string().required(),
  handle: string().required(),
  name: string().required(),
  platform: string().required(),
  platformName: string().required(),
  ref: string().required(),
  address: string().required().meta({ description: 'Where it is met on its platform.' }),
  paidBy: string()
    .nullable()
    .defined()
    .meta({ description: 'Who pays and, for their own people, with what; null where nothing is paid for.' }),
  broughtInAt: instantOut.required(),
  archived: boolean().required(),
  frozen: boolean().required(),
  inside: neighbour.nullable().defined().meta({ description: 'The asset that holds it.' }),
  holds: array(neighbour).required(),
  ties: array(neighbour).required().meta({ description: 'The assets it works together with.' }),
  bundles: array(object({ handle: string().required(), name: string().required() })).required(),
  version: number().integer().required(),
  canGiveAccess: boolean().required().meta({ description: 'Whether you may give and take access here.' }),
  giveAccess: array(
    object({
      id: string().required(),
      name: string().required(),
      address: string().required(),
      as: string().oneOf(['admin', 'steward']).required(),
      why: string().required(),
    }),
  )
    .required()
    .meta({ description: 'Who can give access, and why each.' }),
  yours: object({
    tier: string().nullable().defined(),
    named: array(string().required()).required(),
    level: string().required(),
    hidden: array(figure).required(),
    why: string().nullable().defined().meta({ description: 'Why it does not count now.' }),
    by: string().required().meta({ description: 'Through what, in short.' }),
  })
    .nullable()
    .defined()
    .meta({ description: 'What you may do there yourself; null where you reach it in no way.' }),
}).meta({ id: 'Asset' })

export const assetLine = object({
  number: string().required(),
  kind,
  noun: string().required(),
  handle: string().required(),
  name: string().required(),
  platform: string().required(),
  archived: boolean().required(),
  frozen: boolean().required(),
  inside: string().nullable().defined(),
  holders: number().integer().required(),
})
export const assetPage = pageOf(assetLine)

const counting = {
  state: string().oneOf(['in force', 'waiting', 'not begun', 'stopped']).required(),
  why: string()
    .nullable()
    .defined()
    .meta({ description: 'Why it does not count now, as after “because”; null where it does.' }),
}

export const holder = object({
  person: object({
    id: string().nullable().defined(),
    name: string().required(),
    address: string().required(),
  }).required(),
  ...counting,
  tier: string().nullable().defined(),
  named: array(string().required()).required().meta({ description: 'Actions given by name, beyond the tier.' }),
  level: string().required(),
  through: string().required(),
  partner: object({ number: string().required(), name: string().required() })
    .nullable()
    .defined()
    .meta({ description: 'The partner whose people they are, where they reach it through one.' }),
  sees: array(figure).required(),
  hidden: array(figure).required(),
  secondProof: boolean()
    .nullable()
    .defined()
    .meta({ description: 'Null for a partner’s people, of whom it is not told.' }),
  invitedBy: string().nullable().defined(),
  since: instantOut.nullable().defined(),
  lastUsed: instantOut.nullable().defined(),
  until: instantOut.nullable().defined(),
  proposal: string().nullable().defined(),
  grant: string().nullable().defined(),
  said: string().nullable().defined().meta({ description: 'The sentence that says the grant as it stands.' }),
}).meta({ id: 'Holder' })
export const holderPage = pageOf(holder)

export const holding = object({
  asset: object({
    number: string().required(),
    kind,
    noun: string().required(),
    handle: string().required(),
    name: string().required(),
    platform: string().required(),
    address: string().required(),
  }).required(),
  business: object({ number: string().required(), name: string().required() }).required(),
  tier: string().nullable().defined(),
  named: array(string().required()).required().meta({ description: 'Actions given by name, beyond the tier.' }),
  level: string().required(),
  may: string().required(),
  sees: array(figure).required(),
  hidden: array(figure).required(),
  canSpend: boolean().required(),
  through: array(string().required()).required().meta({ description: 'Each path as a sentence.' }),
  by: string().required().meta({ description: 'The same in short.' }),
  ...counting,
  until: instantOut.nullable().defined(),
  lastUsed: instantOut.nullable().defined(),
  purpose: string().nullable().defined().meta({ description: 'What it was given for.' }),
  said: string().nullable().defined().meta({ description: 'The sentence that says their own grant as it stands.' }),
}).meta({ id: 'Holding' })
export const holdingPage = pageOf(holding)

export const claimWanted = object({
  platform: string().max(40).required('say on which platform'),
  ref: string().trim().min(1).max(80).required('say its number on the platform'),
}).noUnknown()
export const claimBegun = object({
  id: string().required(),
  platform: string().required(),
  ref: string().required(),
  shownAt: string().required(),
  minutes: number().required(),
})
export const claimParams = object({ business: string().max(40).required(), claim: idText })
export const claimProof = object({
  code: string().trim().max(20).required('the code is needed'),
  handle: string().trim().max(60).required('a handle is needed'),
  name: string().trim().min(1).max(80),
}).noUnknown()
export const renaming = object({ name: string().trim().min(1).max(80), handle: string().trim().max(60) }).noUnknown()
export const platformList = object({
  items: array(
    object({
      key: string().required(),
      name: string().required(),
      url: string().required(),
      kinds: array(string().required()).required(),
    }),
  ).required(),
})

export const kindsQuery = object({ find: string().trim().max(60) })
export const kindList = object({
  items: array(
    object({
      kind,
      noun: string().required(),
      alsoCalled: array(string().required()).required(),
      canBeAskedFor: boolean().required(),
      takesProofOfControl: boolean().required(),
      contains: array(string().required()).required(),
      figures: array(figure).required(),
      watch: array(string().required()).required(),
      run: array(string().required()).required(),
    }),
  ).required(),
})
export const kindParam = object({ kind: string().trim().max(60).required() })
export const kindCompared = object({
  kind,
  noun: string().required(),
  tiers: array(
    object({
      tier: string().oneOf(tiers).required(),
      means: string().required(),
      may: string().defined(),
      mayNot: string().defined(),
      sees: array(figure).required(),
      hidden: array(figure).required(),
      canSpend: boolean().required(),
      canGiveAccess: boolean().required(),
    }),
  ).required(),
  topics: array(
    object({
      topic: string().required().meta({ description: 'What its actions are about.' }),
      actions: array(
        object({
          action: string().required(),
          words: string().required(),
          tiers: array(string().oneOf(tiers).required()).required().meta({ description: 'The tiers that hold it.' }),
          alone: boolean().required().meta({ description: 'Whether it can be given by name, without a tier.' }),
        }),
      ).required(),
    }),
  ).required(),
}).meta({ id: 'KindCompared' })
export const assetWanted = object({
  platform: string().max(40).required('say on which platform'),
  kind: string().max(40).required('say which kind'),
  name: string().trim().min(1).max(80).required('a name is needed'),
  handle: string().trim().max(60).required('a handle is needed'),
  inside: string().max(140).meta({ description: 'What shall hold it, as an analytics account holds a property.' }),
}).noUnknown()
export const siblingList = object({
  items: array(
    object({
      name: string().required(),
      text: string().required(),
      has: string().required(),
      sentence: string().required(),
    }),
  ).required(),
})
