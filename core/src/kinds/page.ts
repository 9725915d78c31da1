import type { KindRules } from './kind.ts'

export const page = {
  kind: 'page',
  noun: 'page',
  alsoCalled: ['business page', 'brand page'],
  tiers: {
    watch: ['insight.see', 'post.see'],
    draft: ['post.draft'],
    run: ['post.publish', 'comment.moderate', 'message.answer', 'ads.attach'],
    steward: ['access.see', 'access.change', 'settings.change', 'post.delete'],
  },
  byName: ['ads.attach', 'leads.collect', 'contacts.download'],
  figures: ['revenue', 'contacts'],
  shows: {
    'insight.see': ['revenue'],
    'comment.moderate': ['contacts'],
    'message.answer': ['contacts'],
    'leads.collect': ['contacts'],
    'contacts.download': ['contacts'],
  },
  spends: [],
  canBeAskedFor: true,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: false,
} as const satisfies KindRules
