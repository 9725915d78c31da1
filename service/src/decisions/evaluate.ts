import { isIdText } from '../base/id-text.ts'
import { decide, isAction, sayDecision, sayLevel, type Decision } from '@famiglia/core'
import { databaseAway, isDatabaseAway } from '../base/database.ts'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { factsFrom } from '../reach/facts.ts'
import type { PlatformConfig } from '../base/config.ts'

export interface Evaluation {
  readonly subject: { readonly type: string; readonly id: string }
  readonly action: { readonly name: string }
  readonly resource: { readonly type: string; readonly id: string }
}

type PartOfEvaluation = { readonly [Part in keyof Evaluation]?: Evaluation[Part] | undefined }

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

/** Several questions: what one leaves out is taken from the top. */
export async function evaluateAll(
  kit: Kit,
  platform: PlatformConfig,
  { evaluations = [{}], ...top }: PartOfEvaluation & { readonly evaluations?: readonly PartOfEvaluation[] | undefined },
): Promise<EvaluationOutcome[]> {
  return Promise.all(
    evaluations.map(entry => {
      const said = Object.fromEntries(Object.entries(entry).filter(([, value]) => value !== undefined))
      const { subject, action, resource }: PartOfEvaluation = { ...top, ...said }
      if (subject && action && resource) return evaluate(kit, platform, { subject, action, resource })
      throw new Problem(
        'request.invalid',
        'Each evaluation needs a subject, an action and a resource, of its own or at the top.',
        { pointer: '/evaluations' },
      )
    }),
  )
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
