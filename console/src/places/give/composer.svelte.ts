import {
  actionsOfKind,
  allFigures,
  isAction,
  isTier,
  looksLikeNumber,
  parseSentence,
  parseWhat,
  parseWho,
  printMoment,
  printSentence,
  printWhat,
  printWho,
  readMoment,
  Temporal,
  type Action,
  type Figure,
  type Kind,
  type Moment,
  type Part,
  type Tier,
} from '@famiglia/core'
import { isOpen, together, type LevelSaid } from './level-said'
import { replaceSay } from './say'

/** The sentence being composed, part by part. It stands in the address too, so that a reload loses nothing. */
export class Composer {
  who: string[] = $state([])
  /** What they are to get done: by itself it works out tiers and assets, beside a tier it says what for. */
  purpose = $state('')
  /** What is given on what; for a purpose by itself one level without tier and actions. */
  levels: readonly LevelSaid[] = $state([nothingOn([])])
  hiding: Figure[] = $state([])
  until = $state('')
  /** Questions of their own about a business, no unless said. */
  mayGiveAccess = $state(false)
  mayPassOn = $state(false)
  private from: Moment | null = null
  /** The sentence as it was before something was left out of its purpose. */
  before: string | null = $state(null)
  /** Further levels, with figures hidden or times of their own: they stand in the sentence as they were begun elsewhere. */
  further: readonly Part[] = $state([])
  /** What was filled in because of where one came from: it is told, until it is looked after. */
  prefilled: string | null = $state(null)

  /** Takes up a sentence that was begun elsewhere; what cannot be read is told. */
  take(text: string): string | null {
    const reading = parseSentence(text, Temporal.Now.plainDateISO())
    if (!reading.ok) return reading.error.message
    const { sentence } = reading
    if (sentence.verb !== 'let') return 'Only “let …” is composed here.'
    const [first] = sentence.parts as [Part, ...Part[]]
    this.who = sentence.who.map(printWho)
    this.levels = sentence.parts.filter(part => alike(part, first)).map(levelSaid)
    this.further = sentence.parts.filter(part => !alike(part, first))
    this.purpose = sentence.purpose ?? ''
    this.hiding = [...first.hiding]
    this.until = first.until ? printMoment(first.until) : ''
    this.from = first.from
    this.mayGiveAccess = sentence.mayGiveAccess
    this.mayPassOn = sentence.mayPassOn
    return null
  }

  /** Begins from a person's or an asset's page. */
  begin(who: string | null, on: string | null): void {
    this.who = who ? [who] : []
    this.levels = [nothingOn(on ? [on] : [])]
    this.prefilled = who ?? on
  }

  /**
   * Leaves something out that the purpose takes along only if one wants it: from then on the sentence names what it gives,
   * part by part, for the same purpose. What it was before is kept, to be taken up again.
   */
  leaveOut(text: string, given: readonly GivenAsset[]): void {
    this.before ??= this.text
    this.levels = together(
      given
        .filter(asset => textOf(asset) !== text)
        .map(asset => ({
          tier: asset.tier !== null && isTier(asset.tier) ? asset.tier : null,
          actions: asset.actions.filter(isAction),
          on: [textOf(asset)],
        })),
    )
  }

  /** Takes along again what was left out. */
  takeAlong(): void {
    if (this.before) this.take(this.before)
    this.before = null
  }

  /** All that is named, level by level. */
  get on(): readonly string[] {
    return this.levels.flatMap(level => level.on)
  }

  get isByPurpose(): boolean {
    return this.purpose !== '' && this.levels.every(isOpen)
  }

  /** Whether it goes to another business: then there is more to ask. */
  get toBusiness(): boolean {
    return this.who.some(key => looksLikeNumber(key) || key.startsWith('business/'))
  }

  get isWhole(): boolean {
    if (this.who.length === 0) return false
    return this.isByPurpose || (this.on.length > 0 && !this.levels.some(isOpen))
  }

  /** The sentence as text, in the one form that is kept, sent and copied. */
  get text(): string {
    const times = { hiding: this.hiding, from: this.from, until: readMoment(this.until) }
    const parts = this.levels.map(({ tier, actions, on }): Part => ({
      tier,
      actions,
      on: on.flatMap(key => readOr(parseWhat(key), reading => reading.what)),
      ...times,
    }))
    return printSentence({
      verb: 'let',
      who: this.who.flatMap(key => readOr(parseWho(key), reading => reading.who)),
      parts: [...parts, ...this.further],
      purpose: this.purpose || null,
      mayGiveAccess: this.mayGiveAccess && this.toBusiness,
      mayPassOn: this.mayPassOn && this.toBusiness,
    })
  }

  choosePurpose(name: string): void {
    this.purpose = name
    this.levels = [nothingOn(this.on)]
  }

  chooseTier(tier: Tier): void {
    if (this.isByPurpose) this.purpose = ''
    this.levels = [{ tier, actions: [], on: this.on }]
  }

  /** Takes single things, on each of what is named those that were ticked; where nothing was, it is left out. */
  chooseSingles(picked: ReadonlyMap<string, readonly Action[]>): void {
    if (this.isByPurpose) this.purpose = ''
    this.levels = together(
      this.on
        .map(key => ({ tier: this.tierOn(key), actions: picked.get(key) ?? [], on: [key] }))
        .filter(level => !isOpen(level)),
    )
  }

  tierOn(key: string): Tier | null {
    return this.levels.find(level => level.on.includes(key))?.tier ?? null
  }

  addWho(key: string): void {
    if (!this.who.includes(key)) this.who = [...this.who, key]
  }

  removeWho(key: string): void {
    this.who = this.who.filter(one => one !== key)
    if (this.prefilled === key) this.prefilled = null
  }

  /** Adds something to the level that can be given on it, else to a level of its own. */
  addOn(key: string, kind: Kind | null): void {
    if (this.on.includes(key)) return
    const fits = ({ tier, actions }: LevelSaid) =>
      tier !== null || !kind || actions.every(action => actionsOfKind(kind).includes(action))
    const at = this.levels.findIndex(fits)
    this.levels =
      at < 0
        ? [...this.levels, nothingOn([key])]
        : this.levels.map((level, index) => (index === at ? { ...level, on: [...level.on, key] } : level))
  }

  removeOn(key: string): void {
    const left = this.levels.map(level => ({ ...level, on: level.on.filter(one => one !== key) }))
    const named = left.filter(level => level.on.length > 0)
    this.levels = named.length > 0 ? named : left.slice(0, 1)
    if (this.prefilled === key) this.prefilled = null
  }

  hide(figure: Figure, hidden: boolean): void {
    this.hiding = allFigures.filter(one => (one === figure ? hidden : this.hiding.includes(one)))
  }

  remember(): void {
    replaceSay(this.isWhole ? this.text : '')
  }
}

/** An asset that a sentence gives, as its preview tells it. */
interface GivenAsset {
  readonly kind: string
  readonly handle: string
  readonly tier: string | null
  readonly actions: readonly string[]
}

const textOf = ({ kind, handle }: Pick<GivenAsset, 'kind' | 'handle'>) => `${kind}/${handle}`
const nothingOn = (on: readonly string[]): LevelSaid => ({ tier: null, actions: [], on })
const levelSaid = ({ tier, actions, on }: Part): LevelSaid => ({ tier, actions, on: on.map(printWhat) })

/** Whether two levels hide the same figures and hold for the same time. */
function alike(one: Part, other: Part): boolean {
  const key = ({ hiding, from, until }: Part) => JSON.stringify([hiding, from, until])
  return key(one) === key(other)
}

/** What was read; nothing of what cannot be. */
function readOr<R extends { readonly ok: boolean }, T>(reading: R, take: (read: Extract<R, { ok: true }>) => T): T[] {
  return reading.ok ? [take(reading as Extract<R, { ok: true }>)] : []
}
