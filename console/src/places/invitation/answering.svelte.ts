import type { Tier } from '@famiglia/core'
import { giveProof, type Proof } from '../../reach/doing.svelte'
import { answerOf, fetchMe, Refusal, service, type Schemas } from '../../reach/service'

/** Reading an invitation by its link, and answering it. */
export class Answering {
  proposal: Schemas['Proposal'] | null = $state(null)
  /** Whether the address has a sign-in already. */
  known = $state(false)
  signedInAs: string | null = $state(null)
  /** Whether the link was passed on, so that it proves nobody’s address. */
  passedOn = $state(false)
  /** What became of asking for it to come to another address. */
  moved = $state('')
  address = $state('')
  failed: unknown = $state(null)
  busy = $state(false)
  declining = $state(false)
  /** Who is signed in, once accepting turned out to take a fresh proof first. */
  prover: Schemas['Me']['person'] | null = $state(null)
  outcome: 'declined' | null = $state(null)
  name = $state('')
  password = $state('')
  reason = $state('')
  /** What is left to who held the business in trust, where the chair is taken. */
  keeping: Tier | '' = $state('')

  constructor(private readonly link: string) {}

  get stranger(): boolean {
    return this.signedInAs !== null && this.signedInAs !== this.proposal?.to && !this.known
  }

  get takesSignIn(): boolean {
    return this.known && this.signedInAs === null
  }

  get takesNewSignIn(): boolean {
    return !this.known && this.signedInAs === null && !this.passedOn
  }

  async read(): Promise<void> {
    await this.attempt(async () => {
      const read = await answerOf(service.POST('/v1/invitations/reading', { body: { link: this.link } }))
      this.proposal = read.proposal
      this.known = read.known
      this.signedInAs = read.signedInAs
      this.passedOn = read.passedOn
    })
  }

  async accept(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    if (this.takesSignIn)
      return location.assign(
        `/sign-in?address=${encodeURIComponent(this.proposal!.to!)}&next=${encodeURIComponent(`/invitation#${this.link}`)}`,
      )
    await this.attempt(() => this.acceptNow())
  }

  private async acceptNow(): Promise<void> {
    const signIn = this.takesNewSignIn ? { signIn: { name: this.name, password: this.password } } : {}
    const keeping = this.keeping ? { keeping: this.keeping } : {}
    await answerOf(service.POST('/v1/invitations/acceptance', { body: { link: this.link, ...signIn, ...keeping } }))
    location.assign('/my-access?new')
  }

  async acceptWith(proof: Proof): Promise<void> {
    await this.attempt(async () => {
      await giveProof(proof)
      await this.acceptNow()
    })
  }

  async decline(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    await this.attempt(async () => {
      await answerOf(
        service.POST('/v1/invitations/refusal', {
          body: { link: this.link, ...(this.reason ? { reason: this.reason } : {}) },
        }),
      )
      this.outcome = 'declined'
    })
  }

  /** Asks for the letter to come to an address of one's own. */
  async move(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    await this.attempt(async () => {
      const body = { link: this.link, address: this.address }
      const { sentTo } = await answerOf(service.POST('/v1/invitations/moving', { body }))
      this.moved = sentTo
        ? `A letter is on its way to ${sentTo}. Answer with its link.`
        : `${this.proposal!.by.name} is asked whether it may go to ${this.address}. If so, a letter comes there.`
    })
  }

  async signOut(): Promise<void> {
    await this.attempt(async () => {
      await answerOf(service.POST('/v1/sign-out'))
      await this.read()
    })
  }

  private async attempt(act: () => Promise<void>): Promise<void> {
    this.busy = true
    this.failed = null
    try {
      await act()
    } catch (error) {
      if (error instanceof Refusal && error.code === 'proof.needed') this.prover = (await fetchMe()).person
      else this.failed = error
      if (error instanceof Refusal && (error.code === 'sign-in.needed' || error.code === 'proposal.wrong-person'))
        this.known = true
    } finally {
      this.busy = false
    }
  }
}
