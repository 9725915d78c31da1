/** What can be done with the content of a kind of thing, and the action that Famiglia is asked about for each. */
export interface Activity {
  readonly item: string
  readonly see: string
  readonly figures: string
  readonly draft: string
  readonly publish: string
  readonly publishWord: string
  readonly published: string
  readonly pause: string | null
  readonly remove: string | null
}

const posts: Activity = {
  item: 'post',
  see: 'post.see',
  figures: 'insight.see',
  draft: 'post.draft',
  publish: 'post.publish',
  publishWord: 'Publish',
  published: 'published',
  pause: null,
  remove: 'post.delete',
}
const analyses: Activity = {
  item: 'analysis',
  see: 'report.see',
  figures: 'report.see',
  draft: 'analysis.make',
  publish: 'analysis.share',
  publishWord: 'Share',
  published: 'shared',
  pause: null,
  remove: 'data.delete',
}

export const activities: Readonly<Record<string, Activity>> = {
  'ad-account': {
    item: 'advert',
    see: 'ads.see',
    figures: 'report.see',
    draft: 'ads.draft',
    publish: 'ads.publish',
    publishWord: 'Publish',
    published: 'published',
    pause: 'ads.pause',
    remove: null,
  },
  'manager-account': {
    item: 'plan for its accounts',
    see: 'ads.see',
    figures: 'report.see',
    draft: 'ads.draft',
    publish: 'ads.publish',
    publishWord: 'Publish',
    published: 'published',
    pause: 'ads.pause',
    remove: null,
  },
  page: posts,
  profile: posts,
  channel: {
    item: 'video',
    see: 'video.see',
    figures: 'insight.see',
    draft: 'video.upload',
    publish: 'video.publish',
    publishWord: 'Publish',
    published: 'published',
    pause: null,
    remove: 'video.delete',
  },
  tag: {
    item: 'event',
    see: 'event.see',
    figures: 'event.see',
    draft: 'event.test',
    publish: 'event.change',
    publishWord: 'Take into use',
    published: 'counting',
    pause: 'event.change',
    remove: null,
  },
  catalog: {
    item: 'item',
    see: 'item.see',
    figures: 'item.see',
    draft: 'item.draft',
    publish: 'item.change',
    publishWord: 'Offer',
    published: 'offered',
    pause: 'item.change',
    remove: null,
  },
  'analytics-account': analyses,
  property: analyses,
  'mailing-account': {
    item: 'mailing',
    see: 'report.see',
    figures: 'report.see',
    draft: 'mailing.draft',
    publish: 'mailing.send',
    publishWord: 'Send',
    published: 'sent',
    pause: null,
    remove: null,
  },
  assistant: {
    item: 'flow',
    see: 'conversation.see',
    figures: 'report.see',
    draft: 'flow.draft',
    publish: 'flow.publish',
    publishWord: 'Publish',
    published: 'answering',
    pause: 'flow.publish',
    remove: null,
  },
}

/** A kind's own words where Famiglia's are not used: `ad-account` reads `ad account`. */
export function nounOf(kind: string): string {
  return kind.replaceAll('-', ' ')
}
