import { isIdText } from '../base/id-text.ts'
import {
  decide,
  isAction,
  sayDecision,
  sayLevel,
  steadySpan,
  type AccessFacts,
  type Action,
  type Decision,
  type Instant,
  type Span,
} from '@famiglia/core'
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
 * answers alike. One round trip to PostgreSQL, which it shares with whatever is asked at the same moment; what has changed since
 * it was read takes one more.
 */
export async function evaluate(kit: Kit, platform: PlatformConfig, asked: Evaluation): Promise<EvaluationOutcome> {
  const [facts] = await factsFor(kit, platform, [asked])
  return answerTo(kit, platform, asked, facts ?? null, kit.clock.now())
}

function answerTo(
  kit: Kit,
  platform: PlatformConfig,
  { action: { name: action }, resource }: Evaluation,
  facts: AccessFacts | null,
  now: Instant,
): EvaluationOutcome {
  const outcome = isAction(action) && facts?.asset.kind === resource.type ? outcomeOf(kit, facts, action, now) : unknown
  kit.tally.decided(platform.key, outcome.decision)
  return outcome
}

function outcomeOf(kit: Kit, facts: AccessFacts, action: Action, now: Instant): EvaluationOutcome {
  const ms = now.epochMilliseconds
  let before = answered.get(facts)
  if (!before || ms < before.span.from || ms >= before.span.before) {
    before = { span: steadySpan(facts, now), outcomes: new Map() }
    answered.set(facts, before)
  }
  let outcome = before.outcomes.get(action)
  if (!outcome) before.outcomes.set(action, (outcome = decided(facts, action, now)))
  if (outcome.decision) kit.lastUse.note(facts.person.id, facts.asset.id, action, ms)
  return outcome
}

/** What was answered from the same facts before, for as long as time alone changes nothing of it. */
const answered = new WeakMap<AccessFacts, { span: Span; outcomes: Map<Action, EvaluationOutcome> }>()

function decided(facts: AccessFacts, action: Action, now: Instant): EvaluationOutcome {
  const decision = decide(facts, action, now)
  return {
    decision: decision.allowed,
    context: {
      reason: sayDecision(facts, decision, action, now),
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
    if (!isUsualEvaluation(top)) throw new Problem('request.invalid', notWhole.context.error.message)
    return evaluate(kit, platform, top as Evaluation)
  }
  const end = endsAt[options?.evaluations_semantic ?? 'execute_all']
  const whole = evaluations.map(entry => wholeOf(entry, top))
  const facts = await factsFor(kit, platform, whole)
  const now = kit.clock.now()
  const answers: Answered[] = []
  for (const [place, one] of whole.entries()) {
    answers.push(one ? answerTo(kit, platform, one, facts[place] ?? null, now) : notWhole)
    if (answers.at(-1)!.decision === end) break
  }
  return { evaluations: answers }
}

/** An entry with what it leaves out from the top; null where it is not whole even so. */
function wholeOf(entry: Parts, top: Parts): Evaluation | null {
  const { subject = top.subject, action = top.action, resource = top.resource } = entry
  const whole = { subject, action, resource }
  return isUsualEvaluation(whole) ? (whole as Evaluation) : null
}

const notWhole: NotAnswered = {
  decision: false,
  context: {
    error: { status: 400, message: 'A question needs a subject, an action and a resource, of its own or at the top.' },
  },
}

const unknown: EvaluationOutcome = {
  decision: false,
  context: { reason: 'No: there is no such access.', level: 'nothing', sees: [] },
}

/** The facts around each question, in their order, all of one snapshot or newer; null where there is nothing to decide about. */
async function factsFor(
  kit: Kit,
  platform: PlatformConfig,
  asked: readonly (Evaluation | null)[],
): Promise<readonly (AccessFacts | null)[]> {
  const found: (AccessFacts | null)[] = []
  const pairs: { person: string; ref: string; place: number }[] = []
  for (const [place, one] of asked.entries()) {
    found.push(null)
    if (one && isAnswerable(one)) pairs.push({ person: one.subject.id, ref: one.resource.id, place })
  }
  if (pairs.length === 0) return found
  try {
    const facts = await factsFrom(kit).onPlatform(platform.key, pairs)
    for (const [index, { place }] of pairs.entries()) found[place] = facts[index]!
    return found
  } catch (cause) {
    throw isDatabaseAway(cause) ? databaseAway(cause) : cause
  }
}

const isAnswerable = ({ subject, action }: Evaluation) =>
  subject.type === 'person' && isIdText(subject.id) && isAction(action.name)
