import {
  decide,
  isAction,
  sayDecision,
  sayLevel,
  steadySpan,
  type AccessFacts,
  type Action,
  type Figure,
  type Instant,
  type Span,
} from '@famiglia/core'

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

export function writeAnswers(answers: Answers): string {
  return answers instanceof Answer
    ? answers.json
    : `{"evaluations":[${answers.evaluations.map(one => one.json).join(',')}]}`
}

/** What was answered from facts before, by action, for as long as time alone changes nothing of it. */
interface Earlier {
  readonly span: Span
  readonly byAction: Map<string, Outcome>
}

/** Kept with the facts themselves, so that it goes with them. */
const earlier = Symbol('earlier')
interface AnsweredFrom extends AccessFacts {
  [earlier]?: Earlier
}

/** Whether the facts allow an action at an instant, and why; `at` is the same in milliseconds since 1970. */
export function answerFrom(facts: AnsweredFrom, action: string, now: Instant, at = now.epochMilliseconds): Outcome {
  let known = facts[earlier]
  if (!known || at < known.span.from || at >= known.span.before)
    known = facts[earlier] = { span: steadySpan(facts, now), byAction: new Map() }
  let answer = known.byAction.get(action)
  if (!answer) {
    if (!isAction(action)) return unknown
    known.byAction.set(action, (answer = decided(facts, action, now)))
  }
  return answer
}

function decided(facts: AccessFacts, action: Action, now: Instant): Outcome {
  const decision = decide(facts, action, now)
  return new Answer(decision.allowed, {
    reason: sayDecision(facts, decision, action, now),
    level: sayLevel(facts.asset.kind, decision.level),
    sees: [...decision.level.sees],
  })
}
