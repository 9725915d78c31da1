import { handlePattern, type Kind } from '@famiglia/core'
import { Problem } from '../base/problem.ts'

export function assertHandle(handle: string): void {
  if (handlePattern.test(handle) && handle.length <= 60) return
  throw new Problem(
    'handle.invalid',
    `“${handle}” cannot be a handle: small letters, digits and single dashes make one, as summer-crossings.`,
    { pointer: '/handle' },
  )
}

export function handleTaken(kind: Kind, handle: string): Problem {
  return new Problem('handle.taken', `There is a ${kind}/${handle} already. Choose another handle.`, {
    pointer: '/handle',
  })
}
