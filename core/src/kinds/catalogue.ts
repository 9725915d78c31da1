import { adAccount } from './ad-account.ts'
import { analyticsAccount } from './analytics-account.ts'
import { assistant } from './assistant.ts'
import { catalog } from './catalog.ts'
import { channel } from './channel.ts'
import type { Figure, KindRules } from './kind.ts'
import { mailingAccount } from './mailing-account.ts'
import { managerAccount } from './manager-account.ts'
import { page } from './page.ts'
import { profile } from './profile.ts'
import { property } from './property.ts'
import { tag } from './tag.ts'

const catalogue = {
  'ad-account': adAccount,
  'manager-account': managerAccount,
  page,
  channel,
  profile,
  tag,
  catalog,
  'analytics-account': analyticsAccount,
  property,
  'mailing-account': mailingAccount,
  assistant,
} as const

export type { Figure } from './kind.ts'
export type Kind = keyof typeof catalogue

export const kinds: Readonly<Record<Kind, KindRules>> = catalogue
export const allKinds = Object.keys(catalogue) as Kind[]
export const allFigures = ['spend', 'revenue', 'contacts'] as const satisfies readonly Figure[]

export function isKind(text: string): text is Kind {
  return Object.hasOwn(catalogue, text)
}

export function isFigure(text: string): text is Figure {
  return (allFigures as readonly string[]).includes(text)
}
