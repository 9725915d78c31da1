import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import type { Acting } from '../businesses/acting.ts'
import type { ProposalKind, ProposalParts } from './kind.ts'

/** Whether the acting person could answer it, without being told why not. */
export async function mayAnswer(
  kit: Kit,
  manager: EntityManager,
  acting: Acting,
  kind: ProposalKind,
  parts: ProposalParts,
): Promise<boolean> {
  try {
    await kind.assertMayAnswer(kit, manager, acting, parts)
    return true
  } catch (cause) {
    if (cause instanceof Problem) return false
    throw cause
  }
}
