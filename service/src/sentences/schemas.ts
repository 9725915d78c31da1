import { allFigures, standings } from '@famiglia/core'
import { array, boolean, number, object, string } from 'yup'
import { severalLines } from '../base/typed-text.ts'
import { requirement } from '../purposes/schemas.ts'
import { instantOut } from '../sign-in/schemas.ts'

const figure = string()
  .oneOf([...allFigures])
  .required()

export const sentenceSaid = object({
  sentence: string().min(1, 'a sentence is needed').max(2000).required('a sentence is needed'),
  note: string().trim().max(1000).meta(severalLines),
  tellNote: boolean().default(false).meta({
    description: 'Where access is ended: whether its letter tells the note; the own history does in any case.',
  }),
  standing: string()
    .oneOf(standings)
    .meta({ description: 'What somebody who is invited by it joins as; member unless said.' }),
  sure: boolean()
    .default(false)
    .meta({ description: 'Whether what its preview asks about (`doubts`) was read, and it is meant so.' }),
}).noUnknown()
export const sentencePreviewed = object({
  sentence: string().max(2000).required('a sentence is needed'),
  standing: string()
    .oneOf(standings)
    .meta({ description: 'What somebody new is to join as; without it as an open invitation says, else as member.' }),
}).noUnknown()

export const assetInWords = object({
  number: string().required(),
  kind: string().required(),
  noun: string().required(),
  handle: string().required(),
  name: string().required(),
  given: string().required(),
  tier: string().nullable().defined(),
  actions: array(string().required()).required().meta({ description: 'The actions given by name, beside the tier.' }),
  may: string().defined(),
  mayNot: string().defined(),
  sees: array(figure).required(),
  hidden: array(figure).required(),
  money: string().nullable().defined(),
})

const previewedAsset = assetInWords.shape({
  from: string().nullable().defined(),
  until: object({ at: instantOut.required(), words: string().required() }).nullable().defined(),
})

export const preview = object({
  sentence: string().required(),
  verb: string().oneOf(['let', 'end']).required(),
  summary: string().required(),
  who: array(
    object({
      address: string().nullable().defined(),
      text: string().required(),
      name: string().required(),
      state: string().oneOf(['member', 'invited', 'new', 'team', 'partner']).required(),
    }),
  ).required(),
  standing: string()
    .oneOf(standings)
    .nullable()
    .defined()
    .meta({ description: 'What somebody who is invited joins as, as it stands.' }),
  assets: array(previewedAsset).required(),
  changes: array(string().required()).required(),
  purpose: object({
    name: string().required(),
    enough: boolean().required(),
    requirements: array(requirement.shape({ given: boolean().required() })).required(),
  })
    .nullable()
    .defined(),
  unfinished: object({
    purpose: string().required(),
    words: string().required(),
    finished: string().nullable().defined().meta({ description: 'The sentence that gives what is missing too.' }),
  })
    .nullable()
    .defined()
    .meta({ description: 'Where no purpose was said: what it begins, and alone is not enough for.' }),
  doubts: array(
    object({
      address: string().required(),
      asks: string().required(),
      instead: string().nullable().defined().meta({ description: 'The sentence that was probably meant.' }),
    }),
  )
    .required()
    .meta({ description: 'What is asked about whom it goes to: it is sent when said as `sure`.' }),
  surplus: array(string().required()).required().meta({ description: 'What it allows beyond the purpose.' }),
  least: string().nullable().defined().meta({ description: 'The sentence that gives exactly what the purpose takes.' }),
  seats: object({
    before: number().integer().required(),
    after: number().integer().required(),
    included: number().integer().required(),
    words: string().required(),
  })
    .nullable()
    .defined(),
  staysOpenUntil: string().nullable().defined(),
  takesProof: boolean().required(),
  takesReason: boolean()
    .required()
    .meta({ description: 'Whether why has to be said, as a note: all admins are told.' }),
  asksReason: boolean()
    .required()
    .meta({ description: 'Whether why is asked, as a note, and may be left out: somebody can give access by it.' }),
  proofIsFresh: boolean().required(),
  mails: array(object({ to: string().required(), about: string().required() })).required(),
  alsoCanGive: array(string().required()).required(),
  notes: array(string().required()).required(),
}).meta({ id: 'Preview' })

export const said = object({
  sentence: string().required(),
  result: string().required(),
  outcome: string().oneOf(['given', 'changed', 'same', 'invited', 'invitation changed', 'offered', 'ended']).required(),
  grants: array(string().required()).required(),
  proposal: string().nullable().defined(),
}).meta({ id: 'Said' })

export const lettersOut = object({
  items: array(
    object({
      to: string().required(),
      subject: string().required(),
      headline: string()
        .nullable()
        .defined()
        .meta({ description: 'The whole of a subject that was cut; the letter begins with it.' }),
      body: array(string().required()).required(),
      note: object({ text: string().required(), from: string().required() }).nullable().defined(),
      facts: array(object({ term: string().required(), answer: string().required() })).required(),
      button: string()
        .nullable()
        .defined()
        .meta({ description: 'What its one button is called; its link is made when it leaves.' }),
      unexpected: string().nullable().defined().meta({ description: 'What to do when it was not expected.' }),
    }),
  ).required(),
}).meta({ id: 'LettersToBe' })
