import type { KindRules } from './kind.ts'

export const catalog = {
  kind: 'catalog',
  noun: 'catalog',
  alsoCalled: ['product feed', 'product catalogue'],
  tiers: {
    watch: ['item.see'],
    draft: ['item.draft'],
    run: ['item.change', 'catalog.use'],
    steward: ['access.see', 'access.change', 'settings.change'],
  },
  byName: ['catalog.use'],
  figures: ['revenue'],
  shows: { 'item.see': ['revenue'] },
  spends: [],
  canBeAskedFor: true,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: false,
} as const satisfies KindRules
