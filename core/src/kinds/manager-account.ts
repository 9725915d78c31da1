import type { KindRules } from './kind.ts'

export const managerAccount = {
  kind: 'manager-account',
  noun: 'manager account',
  alsoCalled: ['umbrella account'],
  tiers: {
    watch: ['report.see', 'ads.see'],
    draft: ['ads.draft', 'audience.draft'],
    run: ['ads.publish', 'ads.pause', 'budget.change', 'audience.change'],
    steward: ['access.see', 'access.change', 'link.change', 'settings.change'],
  },
  byName: ['billing.see', 'billing.change'],
  figures: ['spend', 'revenue'],
  shows: {
    'report.see': ['spend', 'revenue'],
    'ads.see': ['spend'],
    'billing.see': ['spend'],
    'billing.change': ['spend'],
  },
  spends: ['ads.publish', 'budget.change'],
  canBeAskedFor: true,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: true,
} as const satisfies KindRules
