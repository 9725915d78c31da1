import type { KindRules } from './kind.ts'

export const property = {
  kind: 'property',
  noun: 'property',
  alsoCalled: ['web property', 'website'],
  tiers: {
    watch: ['report.see'],
    draft: ['analysis.make', 'analysis.share'],
    run: ['configuration.change'],
    steward: ['access.see', 'access.change', 'settings.change', 'data.delete'],
  },
  byName: [],
  figures: ['spend', 'revenue'],
  shows: { 'report.see': ['spend', 'revenue'] },
  spends: [],
  canBeAskedFor: true,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: false,
} as const satisfies KindRules
