import type { Standing } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import { Problem } from '../base/problem.ts'
import { requireStanding, type Acting } from '../businesses/acting.ts'
import type { ProposalKind, ProposalParts, Register } from './kind.ts'

/** The kinds that go from one business to another which somebody of a standing sees to: admins to all of them. */
export function kindsToBusiness(kinds: Register, standing: Standing): string[] {
  return kinds.all
    .filter(kind => kind.answeredBy === 'business')
    .filter(kind => standing === 'admin' || (standing === 'finance' && kind.forFinance))
    .map(kind => kind.kind)
}

/** Refuses who may not read what goes from one business to another. */
export function assertReads(kinds: Register, acting: Acting, { kind }: { readonly kind: string }): void {
  if (kindsToBusiness(kinds, acting.standing).includes(kind)) return
  requireStanding(acting, 'deal-with-partners', 'Reading what other businesses sent')
}

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
