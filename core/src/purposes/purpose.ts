import { kinds, type Action, type Kind } from '../kinds/index.ts'
import { actionsOfKind, actionsOfTier, levelOf, type Given, type Level, type Tier } from '../levels/index.ts'
import { sayGiven, withArticle } from '../words/index.ts'

/** What a purpose takes on one kind of asset. */
export interface Need {
  readonly kind: Kind
  readonly tier: Tier | null
  readonly actions: readonly Action[]
  /** Without it the purpose cannot be done; else it is taken along if the business has such an asset. */
  readonly must: boolean
}

/** What somebody is to get done, and what that takes. */
export interface Purpose {
  readonly name: string
  readonly needs: readonly Need[]
}

const must = (kind: Kind, tier: Tier | null, ...actions: Action[]): Need => ({ kind, tier, actions, must: true })
const alsoTake = (kind: Kind, tier: Tier | null, ...actions: Action[]): Need => ({ kind, tier, actions, must: false })

/** The purposes that every business has from the start. */
export const knownPurposes: readonly Purpose[] = [
  {
    name: 'run our adverts',
    needs: [
      must('ad-account', 'run'),
      must('page', null, 'ads.attach'),
      must('tag', null, 'tag.use'),
      alsoTake('catalog', null, 'catalog.use'),
      alsoTake('profile', null, 'ads.attach'),
      alsoTake('page', null, 'leads.collect'),
    ],
  },
  { name: 'prepare adverts for approval', needs: [must('ad-account', 'draft'), must('page', 'watch')] },
  { name: 'post for us', needs: [must('page', 'run'), alsoTake('profile', 'run'), alsoTake('channel', 'run')] },
  { name: 'publish our videos', needs: [must('channel', null, 'video.upload', 'video.publish', 'video.edit')] },
  { name: 'caption our videos', needs: [must('channel', null, 'caption.edit')] },
  {
    name: 'read the results',
    needs: [
      must('ad-account', 'watch'),
      alsoTake('property', 'watch'),
      alsoTake('channel', 'watch'),
      alsoTake('page', 'watch'),
    ],
  },
  {
    name: 'measure conversions',
    needs: [must('tag', 'run'), must('property', 'run'), alsoTake('ad-account', 'watch')],
  },
  { name: 'send our newsletters', needs: [must('mailing-account', 'run')] },
  { name: 'look after the chat assistant', needs: [must('assistant', 'run'), must('page', null, 'message.answer')] },
  {
    name: 'look after the bills',
    needs: [
      must('ad-account', null, 'billing.see', 'billing.change'),
      alsoTake('mailing-account', null, 'billing.see', 'billing.change'),
    ],
  },
]

/** Names that purposes had before, and are still read by; grants and charters of then say them. */
const calledBefore: ReadonlyMap<string, string> = new Map([
  ['prepare adverts for our yes', 'prepare adverts for approval'],
  ['send our letters', 'send our newsletters'],
  ['tend the assistant', 'look after the chat assistant'],
])

export function samePurpose(one: string, other: string): boolean {
  return plain(one) === plain(other)
}

function plain(name: string): string {
  const said = name.trim().replace(/\s+/g, ' ').toLowerCase()
  return calledBefore.get(said) ?? said
}

/** Whether a need asks for what the kind has; what it asks for in vain otherwise. */
export function foreignActions(need: Need): Action[] {
  const known = actionsOfKind(need.kind)
  return need.actions.filter(action => !known.includes(action))
}

/** The actions that a need takes. */
export function actionsOfNeed(need: Need): ReadonlySet<Action> {
  return new Set([...(need.tier ? actionsOfTier(need.kind, need.tier) : []), ...need.actions])
}

/** What a purpose takes on a kind, all its needs together; null when it takes nothing there. */
export function takenOn(purpose: Purpose, kind: Kind): Omit<Given, 'hiding'> | null {
  const needs = purpose.needs.filter(need => need.kind === kind)
  if (needs.length === 0) return null
  const order = ['watch', 'draft', 'run', 'steward']
  const tier = needs.reduce<Tier | null>(
    (highest, need) => (order.indexOf(need.tier ?? '') > order.indexOf(highest ?? '') ? need.tier : highest),
    null,
  )
  const held = tier ? actionsOfTier(kind, tier) : new Set<Action>()
  const actions = [...new Set(needs.flatMap(need => need.actions))].filter(action => !held.has(action))
  return { tier, actions }
}

/** Whether what is given on some things is just what a purpose takes, with all that it has to have: then its name says it. */
export function isJustWhatItTakes(
  purpose: Purpose,
  things: readonly { readonly kind: Kind | null; readonly given: Pick<Given, 'tier' | 'actions'> }[],
): boolean {
  const must = purpose.needs.filter(need => need.must).map(need => need.kind)
  if (!must.every(kind => things.some(thing => thing.kind === kind))) return false
  return things.every(({ kind, given }) => {
    const taken = kind && takenOn(purpose, kind)
    if (!taken || taken.tier !== given.tier) return false
    const [some, others] = [new Set(taken.actions), new Set(given.actions)]
    return some.size === others.size && [...some].every(action => others.has(action))
  })
}

/** What a level allows on a kind beyond what a purpose takes there; nothing to compare with gives null. */
export function surplusOver(purpose: Purpose, kind: Kind, level: Level): Action[] | null {
  const taken = takenOn(purpose, kind)
  if (!taken) return null
  const needed = levelOf(kind, { ...taken, hiding: [] })
  return [...level.actions].filter(action => !needed.actions.has(action))
}

/** `run on an ad account`, `use the page in adverts, on a page`: a need as people read it. */
export function sayNeed(need: Need): string {
  return `${sayGiven(need, need.kind)} on ${withArticle(kinds[need.kind].noun)}`
}
