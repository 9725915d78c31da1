import {
  decide,
  sayDecision,
  sayLevel,
  steadySpan,
  type AccessFacts,
  type Action,
  type Figure,
  type Instant,
  type Span,
} from '@famiglia/core'
import { Use } from '../base/last-use.ts'

/** A decision as OpenID AuthZEN 1.0 tells it, with what is to be known of it. */
export class Answer<C = unknown> {
  private written: string | null = null

  constructor(
    readonly decision: boolean,
    readonly context: C,
  ) {}

  /** As JSON (RFC 8259), written once however often it is given. In ASCII alone: to send a text with wider signs takes five times as long. */
  get json(): string {
    return (this.written ??= JSON.stringify({ decision: this.decision, context: this.context }).replace(
      /[^\0-\x7f]/g,
      sign => `\\u${sign.charCodeAt(0).toString(16).padStart(4, '0')}`,
    ))
  }
}

export type Outcome = Answer<{ readonly reason: string; readonly level: string; readonly sees: Figure[] }>

/** A question that could not be answered: no, and why. */
export type NotAnswered = Answer<{ readonly error: { readonly status: number; readonly message: string } }>

/** The answers to several questions in order, or the one to one alone. */
export type Answers = Outcome | { readonly evaluations: readonly (Outcome | NotAnswered)[] }

export const unknown: Outcome = new Answer(false, {
  reason: 'No: there is no such access.',
  level: 'nothing',
  sees: [],
})

export const notWhole: NotAnswered = new Answer(false, {
  error: { status: 400, message: 'A question needs a subject, an action and a resource, of its own or at the top.' },
})

/** As JSON, in bytes. */
export function writeAnswers(answers: Answers): Buffer {
  const json =
    answers instanceof Answer ? answers.json : `{"evaluations":[${answers.evaluations.map(one => one.json).join(',')}]}`
  return Buffer.from(json, 'latin1')
}

/** What is answered from facts, each answer made once, for as long as time alone changes nothing of it. */
class Answering {
  readonly use: Use
  private readonly span: Span
  private readonly byAction = new Map<Action, Outcome>()

  constructor(
    private readonly facts: AccessFacts,
    now: Instant,
  ) {
    this.use = new Use(facts.person.id, facts.asset.id)
    this.span = steadySpan(facts, now)
  }

  isStillSo(at: number): boolean {
    return this.span.from <= at && at < this.span.before
  }

  /** Whether the facts allow an action, and why. */
  to(action: Action, now: Instant): Outcome {
    const known = this.byAction.get(action)
    if (known) return known
    const decision = decide(this.facts, action, now)
    const outcome: Outcome = new Answer(decision.allowed, {
      reason: sayDecision(this.facts, decision, action, now),
      level: sayLevel(this.facts.asset.kind, decision.level),
      sees: [...decision.level.sees],
    })
    this.byAction.set(action, outcome)
    return outcome
  }
}

/** Kept with the facts themselves, so that it goes with them. */
const answering = Symbol('answering')
interface Answered extends AccessFacts {
  [answering]?: Answering
}

/** What is answered from facts at an instant; `at` is the same in milliseconds since 1970. */
export function answeringFrom(facts: Answered, now: Instant, at: number): Answering {
  const known = facts[answering]
  return known?.isStillSo(at) ? known : (facts[answering] = new Answering(facts, now))
}
