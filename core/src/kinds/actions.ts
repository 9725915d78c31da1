/**
 * Every action, as a verb and what it is done to: plain words are made from these, so that they never differ between places. `{it}` stands for
 * the kind of asset, where it is known.
 */
const words = {
  'access.change': ['give and take away', 'access'],
  'access.see': ['look up', 'who has access'],
  'ads.attach': ['use', '{it} in adverts'],
  'ads.draft': ['draft', 'adverts'],
  'ads.pause': ['pause', 'adverts'],
  'ads.publish': ['publish', 'adverts'],
  'ads.see': ['see', 'adverts'],
  'analysis.make': ['make', 'analyses'],
  'analysis.share': ['share', 'analyses'],
  'asset.archive': ['archive', 'it'],
  'asset.hand-over': ['hand over', 'it'],
  'audience.change': ['change', 'audiences'],
  'audience.draft': ['draft', 'audiences'],
  'billing.change': ['change', 'how it is paid'],
  'billing.see': ['see', 'the bills'],
  'budget.change': ['change', 'budgets'],
  'caption.edit': ['edit', 'captions'],
  'catalog.use': ['use', '{it} in adverts'],
  'comment.moderate': ['moderate', 'comments'],
  'configuration.change': ['change', 'the configuration'],
  'contacts.download': ['download', 'contacts'],
  'contacts.import': ['import', 'contacts'],
  'conversation.answer': ['answer', 'conversations'],
  'conversation.see': ['see', 'conversations'],
  'data.delete': ['delete', 'data'],
  'event.change': ['change', 'events'],
  'event.see': ['see', 'events'],
  'event.test': ['test', 'events'],
  'flow.draft': ['draft', 'flows'],
  'flow.publish': ['publish', 'flows'],
  'insight.see': ['see', 'insights'],
  'item.change': ['change', 'items'],
  'item.draft': ['draft', 'items'],
  'item.see': ['see', 'items'],
  'leads.collect': ['collect', 'leads'],
  'link.change': ['change', 'links to manager accounts'],
  'live.start': ['start', 'live broadcasts'],
  'mailing.draft': ['draft', 'mailings'],
  'mailing.send': ['send', 'mailings'],
  'message.answer': ['answer', 'messages'],
  'page.connect': ['connect', 'pages'],
  'post.delete': ['delete', 'posts'],
  'post.draft': ['draft', 'posts'],
  'post.publish': ['publish', 'posts'],
  'post.see': ['see', 'posts'],
  'report.see': ['see', 'reports'],
  'settings.change': ['change', 'settings'],
  'tag.use': ['use', '{it} in adverts'],
  'template.change': ['change', 'templates'],
  'token.issue': ['issue', 'tokens'],
  'video.delete': ['delete', 'videos'],
  'video.edit': ['edit', 'videos'],
  'video.publish': ['publish', 'videos'],
  'video.see': ['see', 'videos'],
  'video.upload': ['upload', 'videos'],
} as const satisfies Record<string, readonly [verb: string, object: string]>

export type Action = keyof typeof words

export const actionWords: Readonly<Record<Action, readonly [verb: string, object: string]>> = words
export const allActions = Object.keys(words) as Action[]

export function isAction(text: string): text is Action {
  return Object.hasOwn(words, text)
}

const byName: ReadonlyMap<string, Action> = new Map(allActions.map(action => [action, action]))

/** The action of this name, as it stands here: a text from elsewhere may be part of a longer one, and holds all of that in memory. */
export function actionNamed(text: string): Action | undefined {
  return byName.get(text)
}
