import { array, object, string } from 'yup'
import { idText } from '../base/id-text.ts'
import { instantOut } from '../sign-in/schemas.ts'

export const meansOut = object({
  handle: string().required(),
  name: string().required(),
  ending: string().nullable().defined().meta({ description: 'The last digits of its number; no more is known here.' }),
  said: string().required(),
  platform: string().required(),
  platformName: string().required(),
  goodUntil: string().nullable().defined().meta({ description: 'Its last day, in words.' }),
  state: string().oneOf(['good', 'runs out soon', 'has run out']).required(),
  registeredAt: instantOut.required(),
  registeredBy: string().required(),
  paysFor: array(
    object({
      number: string().required(),
      name: string().required(),
      text: string().required().meta({ description: 'As a sentence names it.' }),
    }),
  ).required(),
}).meta({ id: 'Means' })
export const meansList = object({ items: array(meansOut).required() })
export const meansWanted = object({
  platform: string().trim().max(40).required('say on which platform'),
}).noUnknown()
export const meansBegun = object({
  id: string().required(),
  shownAt: string().required().meta({ description: 'The page of the platform on which it is registered.' }),
})
export const meansRegistered = object({ opening: idText }).noUnknown()
export const meansAdded = object({ handle: string().required(), said: string().required() })
export const meansParams = object({ business: string().max(40).required(), means: string().max(80).required() })
export const meansRemoved = object({ result: string().required() })
