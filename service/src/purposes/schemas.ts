import { allActions, allKinds, tiers } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { pageOf, pageQuery } from '../base/page.ts'

const need = object({
  kind: string()
    .oneOf([...allKinds])
    .required('a need names a kind of asset'),
  tier: string().oneOf(tiers).nullable().default(null),
  actions: array(
    string()
      .oneOf([...allActions])
      .required(),
  )
    .max(20)
    .default([]),
  must: boolean().default(true),
})

const needOut = object({
  kind: string()
    .oneOf([...allKinds])
    .required(),
  tier: string().oneOf(tiers).nullable().defined(),
  actions: array(
    string()
      .oneOf([...allActions])
      .required(),
  ).required(),
  must: boolean().required(),
})

export const purposeOut = object({
  name: string().required(),
  own: boolean().required().meta({ description: 'Whether the business wrote it itself.' }),
  needs: array(needOut).required(),
  takes: string().required().meta({ description: 'What it takes, in words.' }),
}).meta({ id: 'Purpose' })
export const purposeList = object({ items: array(purposeOut).required() })
export const purposeWanted = object({
  // A sentence says it between quotation marks.
  name: string()
    .trim()
    .min(3)
    .max(80)
    .matches(/^[^"]*$/, 'a purpose’s name has no quotation marks of its own')
    .required('a purpose needs a name'),
  needs: array(need).min(1, 'a purpose takes something').max(20).required(),
}).noUnknown()
export const purposeParams = object({ business: string().max(40).required(), purpose: string().max(120).required() })

export const requirement = object({
  takes: string().required(),
  noun: string().required().meta({ description: 'The kind of asset it is about.' }),
  must: boolean().required(),
  asset: object({
    number: string().required(),
    name: string().required(),
    text: string().required(),
    kind: string().required(),
    handle: string().required(),
    noun: string().required(),
  })
    .nullable()
    .defined(),
  state: string().oneOf(['met', 'partly', 'not begun', 'waiting', 'missing']).required(),
  through: array(string().required()).required(),
  missing: array(string().required()).required().meta({ description: 'The actions that are missing.' }),
  sentence: string().nullable().defined().meta({ description: 'The sentence that mends it.' }),
  remedy: string().nullable().defined(),
  tie: object({ one: string().required(), other: string().required() }).nullable().defined(),
})
export const readinessOut = object({
  who: object({ name: string().required(), text: string().required() }).required(),
  at: object({ number: string().required(), name: string().required() })
    .nullable()
    .defined()
    .default(null)
    .meta({ description: 'Whose assets it is about, where they are another business’s.' }),
  purpose: string().required(),
  ready: boolean().required(),
  met: number().integer().required(),
  of: number().integer().required(),
  requirements: array(requirement).required(),
  whoCanMend: array(string().required()).required(),
}).meta({ id: 'Readiness' })
export const readinessQuery = object({
  who: string().trim().max(254).required('say who'),
  purpose: string().trim().max(120).required('say for which purpose'),
  on: string()
    .trim()
    .max(600)
    .meta({ description: 'Assets or bundles, parted by commas; all of the business without it.' }),
})
export const readinessOnQuery = object({
  ...pageQuery,
  purpose: string().trim().max(120).required('say for which purpose'),
})
export const readinessPage = pageOf(readinessOut)
