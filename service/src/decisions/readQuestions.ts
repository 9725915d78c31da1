import type { Evaluation } from './evaluate.ts'

/** Of JSON (RFC 8259): a text in which no sign is written in a roundabout way; a space is one that may be left out. */
const pattern = (json: string) =>
  json
    .replace(/[{}[\]]/g, '\\$&')
    .replaceAll(' ', ' ?')
    .replaceAll('TEXT', String.raw`"([^"\\\0-\x1f]*)"`)

const beginning = new RegExp(pattern('{"evaluations": ['), 'y')
const question = pattern(
  '{"subject": {"type": TEXT, "id": TEXT}, "action": {"name": TEXT}, "resource": {"type": TEXT, "id": TEXT}}',
)
const questionAndAfter = new RegExp(`${question}(?:${pattern(', ')}|(${pattern(']}')}$))`, 'y')

/**
 * Several questions of OpenID AuthZEN 1.0, from JSON as most programs write it: each whole, its parts in the order of the standard, and
 * nothing else. The same as JSON.parse reads, in a third of its time, which was a third of all that such a request takes.
 * Null where they are written otherwise, whether that is JSON or not.
 */
export function readQuestions(json: string): { readonly evaluations: Evaluation[] } | null {
  beginning.lastIndex = 0
  if (!beginning.test(json)) return null
  questionAndAfter.lastIndex = beginning.lastIndex
  const evaluations: Evaluation[] = []
  for (;;) {
    const found = questionAndAfter.exec(json)
    if (!found) return null
    const [, who = '', person = '', action = '', kind = '', ref = '', end] = found
    evaluations.push({
      subject: { type: who, id: person },
      action: { name: action },
      resource: { type: kind, id: ref },
    })
    if (end !== undefined) return { evaluations }
  }
}
