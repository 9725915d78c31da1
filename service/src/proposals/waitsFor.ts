import { sayList } from '@famiglia/core'
import type { EntityManager } from 'typeorm'
import type { Kit } from '../base/kit.ts'
import type { ProposalKind, ProposalParts, Side } from './kind.ts'

/**
 * Who can answer it, as read by who sent it: `Agnese Torvald or Priya Lindqvist`, `bea@wrenbury.example`, `the admins of
 * Wrenbury Foods`. Null for who is asked, and where who sent it does not know which business it went to.
 */
export async function waitsFor(
  kit: Kit,
  manager: EntityManager,
  kind: ProposalKind,
  parts: ProposalParts,
  side: Side,
): Promise<string | null> {
  if (side === 'received') return null
  if (kind.answeredBy === 'address') return parts.proposal.toAddress
  if (kind.answeredBy === 'business')
    return parts.partner && kind.partnerIsKnown(parts)
      ? `the admins of ${parts.partner.name}`
      : 'the admins of its owner'
  const able = (await kind.answerers?.(kit, manager, parts)) ?? []
  const names = able.map(one => one.name)
  return sayList(names, 'or') || 'nobody: there is nobody else who could answer it'
}
