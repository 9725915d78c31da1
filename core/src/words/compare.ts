import { byTopic, kinds, type Action, type Kind, type Topic } from '../kinds/index.ts'
import { actionsOfKind, actionsOfTier, canBeGivenAlone, levelOf, tierMeans, tiers, type Tier } from '../levels/index.ts'
import { describeLevel, sayAction, type LevelInWords } from './levels.ts'

/** A tier on one kind of asset, beside the others: what it comes to there. */
export interface TierCompared extends LevelInWords {
  readonly tier: Tier
  /** What the tier means on whatever kind. */
  readonly means: string
}

/** One thing that can be done with a kind: which tiers hold it, and how else it can be given. */
export interface ActionCompared {
  readonly action: Action
  readonly words: string
  readonly tiers: readonly Tier[]
  /** Whether it can be given by name, without a tier. */
  readonly alone: boolean
}

/** One kind of asset: its tiers side by side, and all that can be done with it, by what it is about. */
export interface KindCompared {
  readonly kind: Kind
  readonly noun: string
  readonly tiers: readonly TierCompared[]
  readonly topics: readonly { readonly topic: Topic; readonly actions: readonly ActionCompared[] }[]
}

/** What each tier and each single right on a kind of asset allows, sees, spends and does not hold. */
export function compareTiers(kind: Kind): KindCompared {
  return {
    kind,
    noun: kinds[kind].noun,
    tiers: tiers.map(tier => ({
      tier,
      means: tierMeans[tier],
      ...describeLevel(kind, levelOf(kind, { tier, actions: [], hiding: [] })),
    })),
    topics: byTopic(actionsOfKind(kind)).map(({ topic, actions }) => ({
      topic,
      actions: actions.map(action => ({
        action,
        words: sayAction(action, kind),
        tiers: tiers.filter(tier => actionsOfTier(kind, tier).has(action)),
        alone: canBeGivenAlone(action),
      })),
    })),
  }
}
