import { answerOf, Refusal, service, type Schemas } from '../../reach/service'

/** Reading an invitation by its link, and answering it. */
export class Answering {
  proposal: Schemas['Proposal'] | null = $state(null)
  /** Whether the address has a sign-in already. */
  known = $state(false)
  signedInAs: string | null = $state(null)
  failed: unknown = $state(null)
  busy = $state(false)
  declining = $state(false)
  outcome: 'declined' | null = $state(null)
  name = $state('')
  password = $state('')
  reason = $state('')

  constructor(private readonly link: string) {}

  get stranger(): boolean {
    return this.signedInAs !== null && this.signedInAs !== this.proposal?.to && !this.known
  }

  get takesSignIn(): boolean {
    return this.known && this.signedInAs === null
  }

  get takesNewSignIn(): boolean {
    return !this.known && this.signedInAs === null
  }

  async read(): Promise<void> {
    await this.attempt(async () => {
      const read = await answerOf(service.POST('/v1/invitations/reading', { body: { link: this.link } }))
      this.proposal = read.proposal
      this.known = read.known
      this.signedInAs = read.signedInAs
    })
  }

  async accept(event: SubmitEvent): Promise<void> {
    event.preventDefault()
    if (this.takesSignIn)
      return location.assign(
        `/sign-in?address=${encodeURIComponent(this.proposal!.to)}&next=${encodeURIComponent(`/invitation#${this.link}`)}`,
      )
    await this.attempt(async () => {
      const signIn = this.takesNewSignIn ? { signIn: { name: this.name, password: this.password } } : {}
      await answerOf(service.POST('/v1/invitations/acceptance', { body: { link: this.link, ...signIn } }))
      location.assign('/my-access')
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
      this.failed = error
      if (error instanceof Refusal && (error.code === 'sign-in.needed' || error.code === 'proposal.wrong-person'))
        this.known = true
    } finally {
      this.busy = false
    }
  }
}
