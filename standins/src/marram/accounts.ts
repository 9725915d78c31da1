import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { randomInt } from 'node:crypto'

export interface Advert {
  readonly id: string
  title: string
  state: 'draft' | 'published' | 'paused'
  readonly by: string
}

/** An ad account as Marram has it. */
export interface MarramAccount {
  readonly ref: string
  readonly kind: 'ad-account'
  readonly name: string
  /** Whose money adverts spend, in words. */
  readonly payment: string
  readonly spend: string
  readonly revenue: string
  readonly contacts: number
  dailyBudget: number
  adverts: Advert[]
}

interface ShownCode {
  readonly code: string
  readonly at: number
}

export const codeMinutes = 15

/** Marram's accounts and adverts, and the codes it shows to who controls an account. */
export class Accounts {
  private readonly accounts: MarramAccount[]
  private readonly codes = new Map<string, ShownCode>()

  constructor(
    seed: readonly MarramAccount[],
    private readonly file: string | null,
  ) {
    this.accounts =
      file && existsSync(file)
        ? (JSON.parse(readFileSync(file, 'utf8')) as MarramAccount[])
        : structuredClone([...seed])
  }

  list(): readonly MarramAccount[] {
    return this.accounts
  }

  find(ref: string): MarramAccount | null {
    return this.accounts.find(account => account.ref === ref.toUpperCase()) ?? null
  }

  showCode(ref: string): void {
    this.codes.set(ref, { code: String(randomInt(0, 1_000_000)).padStart(6, '0'), at: Date.now() })
  }

  codeOf(ref: string): string | null {
    return this.codes.get(ref)?.code ?? null
  }

  /** Whether a code is the one shown; one is good once and for a quarter of an hour. */
  takeCode(ref: string, code: string): 'right' | 'wrong' | 'too old' {
    const shown = this.codes.get(ref)
    if (!shown || shown.code !== code.replace(/\D/g, '')) return 'wrong'
    if (Date.now() - shown.at > codeMinutes * 60_000) return 'too old'
    this.codes.delete(ref)
    return 'right'
  }

  draft(account: MarramAccount, title: string, by: string): Advert {
    const advert: Advert = { id: `AD-${account.adverts.length + 1}`, title, state: 'draft', by }
    account.adverts.push(advert)
    this.keep()
    return advert
  }

  keep(): void {
    if (this.file) writeFileSync(this.file, JSON.stringify(this.accounts))
  }
}
