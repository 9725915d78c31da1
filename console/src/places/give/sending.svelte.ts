import type { Standing } from '@famiglia/core'
import { readStanding } from './say'
import { answerOf, idempotencyKey, Refusal, service, type Schemas } from '../../reach/service'
import { giveProof, type Proof } from '../../reach/doing.svelte'
import { queries } from '../../reach/queries'

/** Signing a sentence and sending it. Sent again after a lost answer, it does not happen twice. */
export class Sending {
  said: Schemas['Said'] | null = $state(null)
  failed: unknown = $state(null)
  busy = $state(false)
  /** What became of a withdrawal; empty before. */
  withdrawn = $state('')
  /** The service asked for a fresh proof although the review did not expect it. */
  proofAsked = $state(false)
  note = $state('')
  /** Whether the letter tells why, where access is ended. */
  tellNote = $state(false)
  /** What somebody new is to join as; null leaves it as an open invitation says, else member. */
  standing: Standing | null = $state(readStanding())
  /** The addresses that were asked about, and are meant as they stand. */
  sure: readonly string[] = $state([])
  private readonly key = idempotencyKey()

  constructor(
    private readonly sentence: string,
    private readonly business: () => string,
    /** Told once it is sent. */
    private readonly sent: () => void,
  ) {}

  /** What is sent, and the letters that follow from it. */
  get body() {
    return {
      sentence: this.sentence,
      ...(this.note.trim() ? { note: this.note.trim() } : {}),
      ...(this.note.trim() && this.tellNote ? { tellNote: true } : {}),
      ...(this.standing ? { standing: this.standing } : {}),
      sure: this.sure.length > 0,
    }
  }

  /** Says of an address that was asked about that it is meant, or takes that back. */
  mean(address: string, isMeant: boolean): void {
    this.sure = isMeant ? [...this.sure, address] : this.sure.filter(one => one !== address)
  }

  async send(proof: Proof | null): Promise<void> {
    await this.attempt(async () => {
      if (proof) await giveProof(proof)
      const { body } = this
      this.said = await answerOf(
        service.POST('/v1/businesses/{business}/sentences', {
          params: { path: { business: this.business() } },
          body,
          headers: this.key,
        }),
      )
      this.sent()
      await queries.invalidateQueries()
    })
  }

  async withdraw(): Promise<void> {
    await this.attempt(async () => {
      const { neverSent } = await answerOf(
        service.POST('/v1/businesses/{business}/proposals/{proposal}/withdrawal', {
          params: { path: { business: this.business(), proposal: this.said!.proposal! } },
        }),
      )
      this.withdrawn = neverSent ? 'Its letter had not left yet: nothing was sent.' : 'Its link no longer works.'
    })
  }

  private async attempt(act: () => Promise<void>): Promise<void> {
    this.busy = true
    this.failed = null
    try {
      await act()
    } catch (error) {
      this.failed = error
      if (error instanceof Refusal && error.code === 'proof.needed') this.proofAsked = true
    } finally {
      this.busy = false
    }
  }
}
