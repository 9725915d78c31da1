import { isIdText } from '../base/id-text.ts'
import { decide, isAction, sayDecision, sayLevel, type Decision } from '@famiglia/core'
import { databaseAway, isDatabaseAway } from '../base/database.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { factsFrom } from '../reach/facts.ts'
import type { PlatformConfig } from '../base/config.ts'
import { isUsualEvaluation, type semantics } from './schemas.ts'

export interface Evaluation {
  readonly subject: { readonly type: string; readonly id: string }
  readonly action: { readonly name: string }
  readonly resource: { readonly type: string; readonly id: string }
}

export interface EvaluationOutcome {
  readonly decision: boolean
  readonly context: {
    readonly reason: string
    readonly level: string
    readonly sees: Decision['level']['sees'] extends ReadonlySet<infer F> ? F[] : never
  }
}

/**
 * Answers a platform (OpenID AuthZEN 1.0): the subject is a person, by the `sub` they signed in there with; the
 * resource is an asset, by its kind and the platform's own name for it. Whatever is not known is not allowed, and
 * answers alike. One round trip to PostgreSQL.
 */
export async function evaluate(kit: Kit, platform: PlatformConfig, asked: Evaluation): Promise<EvaluationOutcome> {
  const outcome = await answerTo(kit, platform, asked)
  kit.tally.decided(platform.key, outcome.decision)
  return outcome
}

async function answerTo(kit: Kit, platform: PlatformConfig, asked: Evaluation): Promise<EvaluationOutcome> {
  const { subject, action, resource } = asked
  if (subject.type !== 'person' || !isIdText(subject.id) || !isAction(action.name)) return unknown
  const facts = await factsFor(kit, platform, subject.id, resource.id)
  if (!facts || facts.asset.kind !== resource.type) return unknown
  const now = kit.clock.now()
  const decision = decide(facts, action.name, now)
  if (decision.allowed) kit.lastUse.note(facts.person.id, facts.asset.id, action.name, now)
  return {
    decision: decision.allowed,
    context: {
      reason: sayDecision(facts, decision, action.name, now),
      level: sayLevel(facts.asset.kind, decision.level),
      sees: [...decision.level.sees],
    },
  }
}

type Parts = { readonly subject?: unknown; readonly action?: unknown; readonly resource?: unknown }

/** A question that could not be answered: no, and why. */
interface NotAnswered {
  readonly decision: false
  readonly context: { readonly error: { readonly status: number; readonly message: string } }
}
type Answered = EvaluationOutcome | NotAnswered

/** What ends the answering of several: nothing, the first no, or the first yes. */
const endsAt: Readonly<Record<(typeof semantics)[number], boolean | null>> = {
  execute_all: null,
  deny_on_first_deny: false,
  permit_on_first_permit: true,
}

/**
 * Several questions: what one leaves out is taken from the top, and one that is not whole fails alone. Without any there
 * is one, at the top, and one answer.
 */
export async function evaluateAll(
  kit: Kit,
  platform: PlatformConfig,
  {
    evaluations = [],
    options,
    ...top
  }: Parts & {
    readonly evaluations?: readonly Parts[] | undefined
    readonly options?: { readonly evaluations_semantic?: (typeof semantics)[number] | undefined } | undefined
  },
): Promise<Answered | { evaluations: Answered[] }> {
  if (evaluations.length === 0) {
    const alone = await evaluateIfWhole(kit, platform, top)
    if ('error' in alone.context) throw new Problem('request.invalid', alone.context.error.message)
    return alone
  }
  const whole = evaluations.map(entry => ({
    ...top,
    ...Object.fromEntries(Object.entries(entry).filter(([, value]) => value !== undefined)),
  }))
  const end = endsAt[options?.evaluations_semantic ?? 'execute_all']
  if (end === null) return { evaluations: await Promise.all(whole.map(one => evaluateIfWhole(kit, platform, one))) }
  const answers: Answered[] = []
  for (const one of whole) {
    answers.push(await evaluateIfWhole(kit, platform, one))
    if (answers.at(-1)!.decision === end) break
  }
  return { evaluations: answers }
}

async function evaluateIfWhole(kit: Kit, platform: PlatformConfig, asked: Parts): Promise<Answered> {
  if (isUsualEvaluation(asked)) return evaluate(kit, platform, asked as Evaluation)
  const message = 'A question needs a subject, an action and a resource, of its own or at the top.'
  return { decision: false, context: { error: { status: 400, message } } }
}

const unknown: EvaluationOutcome = {
  decision: false,
  context: { reason: 'No: there is no such access.', level: 'nothing', sees: [] },
}

async function factsFor(kit: Kit, platform: PlatformConfig, person: string, ref: string) {
  try {
    return await factsFrom(kit).onPlatform(person, platform.key, ref)
  } catch (cause) {
    throw isDatabaseAway(cause) ? databaseAway(cause) : cause
  }
}
