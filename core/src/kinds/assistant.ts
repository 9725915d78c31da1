import type { KindRules } from './kind.ts'

export const assistant = {
  kind: 'assistant',
  noun: 'assistant',
  alsoCalled: ['chat bot', 'chatbot'],
  tiers: {
    watch: ['conversation.see', 'report.see'],
    draft: ['flow.draft'],
    run: ['flow.publish', 'conversation.answer'],
    steward: ['access.see', 'access.change', 'settings.change', 'page.connect'],
  },
  byName: ['contacts.download'],
  figures: ['contacts'],
  shows: { 'conversation.see': ['contacts'], 'conversation.answer': ['contacts'], 'contacts.download': ['contacts'] },
  spends: [],
  canBeAskedFor: true,
  takesProofOfControl: true,
  contains: [],
  canBeLinked: false,
} as const satisfies KindRules
