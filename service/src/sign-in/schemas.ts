import { array, boolean, number, object, string } from 'yup'

export const address = string().trim().email('that is not an e-mail address').max(254)
export const instantOut = string().meta({ format: 'date-time' })

export const credentials = object({
  address: address.required('an e-mail address is needed'),
  password: string().min(1).max(200).required('a password is needed'),
  code: string().matches(/^\d{6}$/, 'a code has six digits'),
  recovery: string().trim().max(40).meta({ description: 'A recovery code, in the place of a code.' }),
}).noUnknown()

export const secondStep = string().oneOf(['code', 'passkey'])

export const signedIn = object({
  needs: secondStep.nullable().defined(),
  person: object({ id: string().required(), name: string().required() }).nullable().defined(),
})

export const proof = object({
  code: string().matches(/^\d{6}$/, 'a code has six digits'),
  password: string().max(200),
}).noUnknown()
export const proven = object({ provenAt: instantOut.required(), provenBy: string().required() })

export const me = object({
  person: object({
    id: string().required(),
    name: string().required(),
    address: string().required(),
    secondProof: boolean().required(),
    codeSetUp: boolean().required(),
    passkeys: number().integer().required(),
    recoveryCodes: number().integer().required().meta({ description: 'How many are left.' }),
  }).required(),
  session: object({
    id: string().required(),
    kind: string().required(),
    unattended: boolean().required(),
    provenAt: instantOut.nullable().defined(),
    provenBy: string().nullable().defined(),
    freshUntil: instantOut.nullable().defined(),
  }).required(),
  businesses: array(
    object({
      number: string().required(),
      name: string().required(),
      town: string().required(),
      zone: string().required(),
      cloth: string().required(),
      standing: string().required(),
      canGive: boolean().required().meta({ description: 'Whether you may give access on any of its assets.' }),
      since: instantOut.required(),
      closed: instantOut.nullable().defined().meta({ description: 'Since when it is closed; it is read only then.' }),
    }),
  ).required(),
}).meta({ id: 'Me' })

export const secondProofBegun = object({
  secret: string().required(),
  address: string().required().meta({ description: 'An otpauth: address, for authenticator apps.' }),
})
export const sixDigits = object({
  code: string()
    .matches(/^\d{6}$/, 'a code has six digits')
    .required('a code is needed'),
}).noUnknown()

export const tokenWanted = object({
  name: string().trim().min(1).max(60).required(),
  until: instantOut.required(),
  unattended: boolean().default(false),
}).noUnknown()
export const tokenMade = object({
  id: string().required(),
  token: string().required().meta({ description: 'Told this once.' }),
})

export const sessionList = object({
  items: array(
    object({
      id: string().required(),
      kind: string().required(),
      name: string().required(),
      begunAt: instantOut.required(),
      expiresAt: instantOut.required(),
      unattended: boolean().required(),
      current: boolean().required(),
    }),
  ).required(),
})
export const done = object({ done: boolean().oneOf([true]).required() })
export const recoveryCodes = object({
  recoveryCodes: array(string().required())
    .required()
    .meta({ description: 'Drawn with the first second step, and told this once; none where there were some.' }),
})
