import { array, boolean, object, string } from 'yup'
import { idText } from '../base/id-text.ts'
import { pageQuery } from '../base/page.ts'
import { instantOut } from '../sign-in/schemas.ts'

const reason = string().trim().min(1).max(500)
const person = object({ name: string().required(), address: string().required() })

export const contestParams = object({ business: string().max(40).required(), contest: idText })
export const contestWanted = object({
  claim: idText,
  reason: reason.required('say why'),
  means: string().trim().max(80).meta({ description: 'What you pay for it with from then on, where it is paid for.' }),
}).noUnknown()
export const contestBegun = object({ result: string().required(), contest: string().required() })
export const contestNo = object({ reason }).noUnknown()

const contestOut = object({
  id: string().required(),
  isOwner: boolean().required().meta({ description: 'Whether you own it; else you contest it.' }),
  what: string().required(),
  asset: string().nullable().defined(),
  platform: string().required(),
  by: person.required(),
  claimant: object({ number: string().required(), name: string().required(), town: string().required() }).required(),
  owner: object({ number: string().required(), name: string().required() })
    .nullable()
    .defined()
    .default(null)
    .meta({ description: 'Told to who contests once the owner said no, or it goes over.' }),
  reason: string().required(),
  began: instantOut.required(),
  ends: instantOut.required().meta({ description: 'When it is handed over, unless somebody says no.' }),
  tellings: array(object({ at: instantOut.required(), isOut: boolean().required() })).required(),
  outcome: string().oneOf(['refused', 'withdrawn', 'fell', 'handed over']).nullable().defined(),
  ended: instantOut.nullable().defined(),
  endedBy: person.nullable().defined().default(null),
  why: string().nullable().defined(),
  handover: string().nullable().defined(),
  canSayNo: boolean().required(),
  canAgree: boolean().required(),
  canTakeBack: boolean().required(),
}).meta({ id: 'Contest' })

export const contestQuery = object({ ...pageQuery })
export const contestList = object({ items: array(contestOut).required(), next: string().nullable().defined() })
export const contestItems = array(contestOut).required()
