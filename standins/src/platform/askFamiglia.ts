export interface Answer {
  readonly allowed: boolean
  readonly reason: string
  readonly level: string
  readonly sees: readonly string[]
}

export interface Asked {
  readonly person: string
  readonly kind: string
  readonly ref: string
}

/**
 * Asks Famiglia, by OpenID AuthZEN 1.0, each time something is wanted; nothing is remembered. When it does not
 * answer, nothing is allowed.
 */
export async function askFamiglia(
  famiglia: string,
  secret: string,
  asked: Asked,
  actions: readonly string[],
): Promise<Record<string, Answer>> {
  const body = {
    subject: { type: 'person', id: asked.person },
    resource: { type: asked.kind, id: asked.ref },
    evaluations: actions.map(name => ({ action: { name } })),
  }
  try {
    const response = await fetch(`${famiglia}/access/v1/evaluations`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', authorization: `Bearer ${secret}` },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(5_000),
    })
    if (!response.ok) throw new Error(`status ${response.status}`)
    const { evaluations } = (await response.json()) as {
      evaluations: { decision: boolean; context?: { reason: string; level: string; sees: string[] } }[]
    }
    return Object.fromEntries(actions.map((action, index) => [action, toAnswer(evaluations[index])]))
  } catch {
    const silent: Answer = {
      allowed: false,
      reason: 'Famiglia does not answer, so nothing is allowed for now.',
      level: 'nothing',
      sees: [],
    }
    return Object.fromEntries(actions.map(action => [action, silent]))
  }
}

function toAnswer(
  evaluation: { decision: boolean; context?: { reason: string; level: string; sees: string[] } } | undefined,
): Answer {
  return {
    allowed: evaluation?.decision ?? false,
    reason: evaluation?.context?.reason ?? 'No.',
    level: evaluation?.context?.level ?? 'nothing',
    sees: evaluation?.context?.sees ?? [],
  }
}
