import { actionNamed, type AccessFacts } from '@famiglia/core'
import type { PlatformConfig } from '../base/config.ts'
import { databaseAway, isDatabaseAway } from '../base/database.ts'
import type { Kit } from '../base/kit.ts'
import type { Pair } from '../base/pair-map.ts'
import { Problem } from '../base/problem.ts'
import { factsFrom } from '../reach/facts.ts'
import { answeringFrom, notWhole, unknown, type Answers, type Outcome } from './answer.ts'
import { isUsualEvaluation, type semantics } from './schemas.ts'

export interface Evaluation {
  readonly subject: { readonly type: string; readonly id: string }
  readonly action: { readonly name: string }
  readonly resource: { readonly type: string; readonly id: string }
}

/**
 * Answers a platform (OpenID AuthZEN 1.0): the subject is a person, by the `sub` they signed in there with; the
 * resource is an asset, by its kind and the platform's own name for it. Whatever is not known is not allowed, and
 * answers alike. One round trip to PostgreSQL, which it shares with whatever is asked at the same moment; what has changed since
 * it was read takes one more.
 */
export async function evaluate(kit: Kit, platform: PlatformConfig, asked: Evaluation): Promise<Outcome> {
  const [facts] = await factsFor(kit, platform, [asked])
  return answersNow(kit, platform)(asked, facts!)
}

/** Answers by the facts, as of now. */
function answersNow(kit: Kit, platform: PlatformConfig): (asked: Evaluation, facts: AccessFacts | null) => Outcome {
  const now = kit.clock.now()
  const at = now.epochMilliseconds
  return ({ action: { name }, resource }, facts) => {
    const action = actionNamed(name)
    const known = facts?.asset.kind === resource.type ? answeringFrom(facts, now, at) : null
    const answer = (action && known?.to(action, now)) ?? unknown
    kit.tally.decided(platform.key, answer.decision)
    if (known && action && answer.decision) kit.lastUse.note(known.use, action, at)
    return answer
  }
}

type Parts = { readonly subject?: unknown; readonly action?: unknown; readonly resource?: unknown }

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
): Promise<Answers> {
  if (evaluations.length === 0) {
    if (!isUsualEvaluation(top)) throw new Problem('request.invalid', notWhole.context.error.message)
    return evaluate(kit, platform, top as Evaluation)
  }
  const end = endsAt[options?.evaluations_semantic ?? 'execute_all']
  const whole = evaluations.map(entry => wholeOf(entry, top))
  const facts = await factsFor(kit, platform, whole)
  const answerTo = answersNow(kit, platform)
  const answers = []
  for (const [place, one] of whole.entries()) {
    const answer = one ? answerTo(one, facts[place]!) : notWhole
    answers.push(answer)
    if (answer.decision === end) break
  }
  return { evaluations: answers }
}

/** An entry with what it leaves out from the top; null where it is not whole even so. */
function wholeOf(entry: Parts, top: Parts): Evaluation | null {
  if (isUsualEvaluation(entry)) return entry as Evaluation
  const { subject = top.subject, action = top.action, resource = top.resource } = entry
  const whole = { subject, action, resource }
  return isUsualEvaluation(whole) ? (whole as Evaluation) : null
}

/** The facts around each question, in their order, all of one snapshot or newer; null where there is nothing to decide about. */
async function factsFor(
  kit: Kit,
  platform: PlatformConfig,
  asked: readonly (Evaluation | null)[],
): Promise<readonly (AccessFacts | null)[]> {
  const pairs: Pair[] = []
  for (const one of asked) if (isOfPerson(one)) pairs.push([one.subject.id, one.resource.id])
  try {
    const facts = await factsFrom(kit).onPlatform(platform.key, pairs)
    if (pairs.length === asked.length) return facts
    let next = 0
    return asked.map(one => (isOfPerson(one) ? facts[next++]! : null))
  } catch (cause) {
    throw isDatabaseAway(cause) ? databaseAway(cause) : cause
  }
}

const isOfPerson = (one: Evaluation | null): one is Evaluation => one?.subject.type === 'person'
