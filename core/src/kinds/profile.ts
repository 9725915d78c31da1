import type { KindRules } from './kind.ts'

export const profile = {
  kind: 'profile',
  noun: 'profile',
  alsoCalled: ['social profile', 'handle'],
  tiers: {
    watch: ['insight.see', 'post.see'],
    draft: ['post.draft'],
    run: ['post.publish', 'message.answer', 'ads.attach'],
    steward: ['access.see', 'access.change', 'settings.change', 'post.delete'],
  },
  byName: ['ads.attach'],
  figures: ['contacts'],
  shows: { 'message.answer': ['contacts'] },
  spends: [],
  canBeAskedFor: false,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: false,
} as const satisfies KindRules
