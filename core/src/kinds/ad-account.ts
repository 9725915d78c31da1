import type { KindRules } from './kind.ts'

export const adAccount = {
  kind: 'ad-account',
  noun: 'ad account',
  alsoCalled: ['advertising account', 'ads account'],
  tiers: {
    watch: ['report.see', 'ads.see'],
    draft: ['ads.draft', 'audience.draft'],
    run: ['ads.publish', 'ads.pause', 'budget.change', 'audience.change'],
    steward: ['access.see', 'access.change', 'link.change', 'settings.change'],
  },
  byName: ['billing.see', 'billing.change', 'contacts.download'],
  figures: ['spend', 'revenue', 'contacts'],
  shows: {
    'report.see': ['spend', 'revenue'],
    'ads.see': ['spend'],
    'audience.draft': ['contacts'],
    'audience.change': ['contacts'],
    'billing.see': ['spend'],
    'billing.change': ['spend'],
    'contacts.download': ['contacts'],
  },
  spends: ['ads.publish', 'budget.change'],
  canBeAskedFor: true,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: true,
} as const satisfies KindRules
