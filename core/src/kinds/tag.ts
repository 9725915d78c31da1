import type { KindRules } from './kind.ts'

export const tag = {
  kind: 'tag',
  noun: 'tag',
  alsoCalled: ['pixel', 'conversion tag', 'tracking tag', 'tracking code'],
  tiers: {
    watch: ['event.see'],
    draft: ['event.test'],
    run: ['event.change', 'tag.use'],
    steward: ['access.see', 'access.change', 'settings.change', 'token.issue'],
  },
  byName: ['tag.use'],
  figures: ['revenue', 'contacts'],
  shows: { 'event.see': ['revenue', 'contacts'] },
  spends: [],
  canBeAskedFor: true,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: false,
} as const satisfies KindRules
