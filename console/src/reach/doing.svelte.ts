import { askPasskey } from './passkeys'
import { queries } from './queries'
import { answerOf, idempotencyKey, Refusal, service } from './service'

export type Proof = { code: string } | { password: string } | 'passkey'

/**
 * Something that is done to the service, from a page. IDLE: nothing asked. BUSY: on its way. ASKING: it takes a fresh
 * proof; proving does it again. What came of it, or what was refused, stays until the next.
 */
export class Doing {
  busy = $state(false)
  failed: unknown = $state(null)
  /** Whether a fresh proof is asked for before it is done. */
  asking = $state(false)
  told: string | null = $state(null)
  private pending: (() => Promise<string | void>) | null = null

  /** Does it, and keeps what it says came of it. `once` keeps a creating call from happening twice, however often it is sent. */
  async run(act: (once: ReturnType<typeof idempotencyKey>) => Promise<string | void>): Promise<boolean> {
    const once = idempotencyKey()
    this.pending = () => act(once)
    this.told = null
    return this.attempt(this.pending)
  }

  /** Sends it once more, as after a lost answer. */
  async again(): Promise<boolean> {
    return this.pending ? this.attempt(this.pending) : false
  }

  async prove(proof: Proof): Promise<boolean> {
    return this.attempt(async () => {
      await giveProof(proof)
      this.asking = false
      const told = await this.pending?.()
      return told
    })
  }

  /** Nothing is done after all. */
  forget(): void {
    this.asking = false
    this.failed = null
    this.pending = null
  }

  private async attempt(act: () => Promise<string | void>): Promise<boolean> {
    this.busy = true
    this.failed = null
    try {
      const told = await act()
      this.asking = false
      this.told = told ?? null
      await queries.invalidateQueries()
      return true
    } catch (error) {
      if (error instanceof Refusal && error.code === 'proof.needed') this.asking = true
      else this.failed = error
      return false
    } finally {
      this.busy = false
    }
  }
}

/** Proves again who is signed in. */
export async function giveProof(proof: Proof): Promise<void> {
  if (proof !== 'passkey') return void (await answerOf(service.POST('/v1/me/proof', { body: proof })))
  const { id, options } = await answerOf(service.POST('/v1/me/proof/passkey/challenge'))
  const credential = await askPasskey(options)
  await answerOf(service.POST('/v1/me/proof/passkey', { body: { challenge: id, credential: credential as never } }))
}
