import { isFreshProof, type Instant, type Standing } from '@famiglia/core'
import type { Acting } from '../businesses/acting.ts'
import type { AssetInWords } from '../grants/tellThings.ts'
import type { Unfinished } from './unfinished.ts'
import { textOf, type Addressee } from './addressee.ts'
import type { Doubt } from './doubts.ts'
import type { PlannedRecipient } from './planned.ts'
import type { Sufficiency } from './sufficiency.ts'

export interface PreviewedWho {
  readonly address: string | null
  /** As a sentence names them. */
  readonly text: string
  readonly name: string
  readonly state: 'member' | 'invited' | 'new' | 'team' | 'partner'
}

/** What it comes to on one asset, from when and until when. */
export interface PreviewedAsset extends AssetInWords {
  readonly from: string | null
  readonly until: { readonly at: string; readonly words: string } | null
}

export interface Preview {
  readonly sentence: string
  readonly verb: 'let' | 'end'
  readonly summary: string
  readonly who: readonly PreviewedWho[]
  /** What somebody who is invited joins as; null for who is here already. */
  readonly standing: Standing | null
  readonly assets: readonly PreviewedAsset[]
  /** What changes for those who have access already, or wait for it. */
  readonly changes: readonly string[]
  readonly purpose: Sufficiency | null
  /** Where no purpose was said: what it begins and does not finish. */
  readonly unfinished: Unfinished | null
  /** What is asked about whom it goes to, before it is sent. */
  readonly doubts: readonly Doubt[]
  /** What it allows beyond the purpose, by asset, and the sentence that gives no more than that. */
  readonly surplus: readonly string[]
  readonly least: string | null
  readonly seats: {
    readonly before: number
    readonly after: number
    readonly included: number
    readonly words: string
  } | null
  readonly staysOpenUntil: string | null
  readonly takesProof: boolean
  /** Whether why has to be said, since all admins are told. */
  readonly takesReason: boolean
  /** Whether why is asked, as somebody can give access by it. */
  readonly asksReason: boolean
  readonly proofIsFresh: boolean
  readonly mails: readonly { readonly to: string; readonly about: string }[]
  readonly alsoCanGive: readonly string[]
  readonly notes: readonly string[]
}

/** What previews of giving and of ending have in common. */
export function shared(acting: Acting, recipients: readonly Pick<PlannedRecipient, 'who'>[], now: Instant) {
  return {
    who: recipients.map(({ who }) => previewWho(who)),
    proofIsFresh: acting.live.unattended || isFreshProof(acting.live.provenAt, now),
  }
}

function previewWho(who: Addressee): PreviewedWho {
  if (who.kind === 'person') {
    const state = who.member ? 'member' : who.invitation ? 'invited' : 'new'
    return { address: who.address, text: who.address, name: who.name, state }
  }
  const state = who.kind === 'team' ? 'team' : 'partner'
  return { address: null, text: textOf(who), name: who.name, state }
}
