import { allFigures } from '@famiglia/core'
import { array, boolean, mixed, number, object, string } from 'yup'
import type { SurelyFits } from '../base/validation.ts'
import { writeAnswers } from './answer.ts'

const figure = string()
  .oneOf([...allFigures])
  .required()

export const question = object({
  who: string().trim().max(254).required('say who').meta({ description: 'An e-mail address.' }),
  action: string().trim().max(60).required('say which action'),
  asset: string().trim().max(140).required('say on what').meta({ description: 'A number, or kind/handle.' }),
}).noUnknown()

export const answer = object({
  allowed: boolean().required(),
  reason: string().required(),
  level: string().required(),
  sees: array(figure).required(),
  paths: array(
    object({
      sentence: string().required(),
      counts: boolean().required(),
      holdsAction: boolean().required(),
      level: string().required(),
      through: string().required(),
      via: array(string().required()).required().meta({ description: 'What stands between the owner and the person.' }),
      tier: string().nullable().defined(),
      named: array(string().required()).required().meta({ description: 'Actions by name, beyond the tier.' }),
      reason: string().nullable().defined().meta({ description: 'Why it does not count.' }),
    }),
  ).required(),
}).meta({ id: 'Answer' })

const subject = object({
  type: string().max(60).required(),
  id: string().max(254).required(),
  properties: mixed().optional(),
})
const resource = object({
  type: string().max(60).required(),
  id: string().max(254).required(),
  properties: mixed().optional(),
})
const action = object({ name: string().max(120).required(), properties: mixed().optional() })

const isShort = (text: unknown, most: number) => typeof text === 'string' && text.length > 0 && text.length <= most
const isNamed = (thing: { type?: unknown; id?: unknown } | null | undefined) =>
  isShort(thing?.type, 60) && isShort(thing?.id, 254)

/** Whether it is a whole question. The same as the schema below: measured, the schema took a tenth of a decision's time. */
export const isUsualEvaluation: SurelyFits = data => {
  const {
    subject,
    action: wanted,
    resource: on,
  } = (data ?? {}) as Record<string, { type?: unknown; id?: unknown; name?: unknown }>
  return isNamed(subject) && isNamed(on) && isShort(wanted?.name, 120)
}

/** An access evaluation request of OpenID AuthZEN 1.0. */
export const evaluation = object({
  subject: subject.required(),
  action: action.required(),
  resource: resource.required(),
  context: mixed().optional(),
}).meta({ surely: isUsualEvaluation })
export const decisionOut = object({
  decision: boolean().required(),
  context: object({ reason: string().required(), level: string().required(), sees: array(figure).required() })
    .optional()
    .default(undefined),
}).meta({ id: 'Evaluation', writes: writeAnswers })

/** As many questions as are answered at once. */
const mostAtOnce = 100

/** When to leave off: never, at the first no, or at the first yes. */
export const semantics = ['execute_all', 'deny_on_first_deny', 'permit_on_first_permit'] as const

const named = { type: string().max(60), id: string().max(254), properties: mixed().optional() }
/** What may be left out of a question among several: one that is not whole fails alone. */
const part = {
  subject: object(named).nullable().optional().default(undefined),
  action: object({ name: string().max(120), properties: mixed().optional() })
    .nullable()
    .optional()
    .default(undefined),
  resource: object(named).nullable().optional().default(undefined),
  context: mixed().optional(),
}

type Loose = Record<string, unknown>
const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const isUsualPart = (value: unknown) => {
  if (!isObject(value)) return false
  const { subject: who, action: wanted, resource: on } = value as Record<string, Loose | null | undefined>
  return (
    (who === undefined || isNamed(who)) &&
    (wanted === undefined || isShort(wanted?.['name'], 120)) &&
    (on === undefined || isNamed(on))
  )
}

/** Whether several are what is usually asked. What is not may fit as well: the schema below says. */
const areUsualEvaluations: SurelyFits = data => {
  if (!isUsualPart(data)) return false
  const { evaluations: all, options } = data as { evaluations?: unknown; options?: unknown }
  return (
    Array.isArray(all) &&
    all.length <= mostAtOnce &&
    all.every(isUsualPart) &&
    (options === undefined ||
      (isObject(options) &&
        (options['evaluations_semantic'] === undefined ||
          semantics.includes(options['evaluations_semantic'] as 'execute_all'))))
  )
}

/** Several at once: what an entry leaves out is taken from the top. Without any it is one question, answered as one. */
export const evaluations = object({
  ...part,
  evaluations: array(object(part)).max(mostAtOnce, `ask ${mostAtOnce} questions at once at most`).optional(),
  options: object({
    evaluations_semantic: string().oneOf([...semantics], `evaluations_semantic is one of ${semantics.join(', ')}`),
  })
    .optional()
    .default(undefined),
}).meta({ surely: areUsualEvaluations })
const oneOfSeveral = object({
  decision: boolean().required(),
  context: object({
    reason: string().optional(),
    level: string().optional(),
    sees: array(figure).optional(),
    error: object({ status: number().integer().required(), message: string().required() })
      .optional()
      .default(undefined)
      .meta({ description: 'Why this question could not be answered.' }),
  })
    .optional()
    .default(undefined),
})
/** The answers in order, up to where it was left off; to one question alone, its answer. */
export const decisionsOut = oneOfSeveral
  .shape({
    decision: boolean().optional(),
    evaluations: array(oneOfSeveral).optional(),
  })
  .meta({ writes: writeAnswers })

export const authzenMetadata = object({
  policy_decision_point: string().required(),
  access_evaluation_endpoint: string().required(),
  access_evaluations_endpoint: string().required(),
})
