import type { KindRules } from './kind.ts'

export const channel = {
  kind: 'channel',
  noun: 'channel',
  alsoCalled: ['video channel'],
  tiers: {
    watch: ['insight.see', 'video.see'],
    draft: ['video.upload', 'caption.edit'],
    run: ['video.publish', 'video.edit', 'comment.moderate', 'live.start'],
    steward: ['access.see', 'access.change', 'settings.change', 'video.delete'],
  },
  byName: ['caption.edit'],
  figures: ['revenue'],
  shows: { 'insight.see': ['revenue'] },
  spends: [],
  canBeAskedFor: true,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: false,
} as const satisfies KindRules
