import type { KindRules } from './kind.ts'

export const mailingAccount = {
  kind: 'mailing-account',
  noun: 'mailing account',
  alsoCalled: ['newsletter', 'e-mail account'],
  tiers: {
    watch: ['report.see'],
    draft: ['mailing.draft', 'template.change'],
    run: ['mailing.send', 'contacts.import'],
    steward: ['access.see', 'access.change', 'settings.change'],
  },
  byName: ['billing.see', 'billing.change', 'contacts.download'],
  figures: ['revenue', 'contacts'],
  shows: {
    'report.see': ['revenue'],
    'mailing.send': ['contacts'],
    'contacts.import': ['contacts'],
    'contacts.download': ['contacts'],
  },
  spends: ['mailing.send'],
  canBeAskedFor: true,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: false,
} as const satisfies KindRules
