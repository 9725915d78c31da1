import { isStanding, mayInBusiness } from '@famiglia/core'
import { createQuery } from '@tanstack/svelte-query'
import { fetchMe, type Schemas } from './service'
import { route } from '../router'

const remembered = 'famiglia acting for'

type Business = Schemas['Me']['businesses'][number]

/** Who is signed in, and for whom they act: the business in the address, else the one of last time, else the first. */
export class Acting {
  private readonly query = createQuery(() => ({ queryKey: ['me'], queryFn: fetchMe }))

  get me(): Schemas['Me'] | undefined {
    return this.query.data
  }

  get failed(): Error | null {
    return this.query.error
  }

  get business(): Business | undefined {
    const businesses = this.me?.businesses ?? []
    const named = (route.params as { business?: string }).business
    const found = businesses.find(business => business.number === named)
    if (found) localStorage.setItem(remembered, found.number)
    return found ?? businesses.find(business => business.number === localStorage.getItem(remembered)) ?? businesses[0]
  }

  /** Whether the address names a business that they do not work for: nothing is shown or done there for another one. */
  get isElsewhere(): boolean {
    const named = (route.params as { business?: string }).business
    return this.me !== undefined && named !== undefined && named !== this.business?.number
  }

  /** The business's number, as paths want it; empty until it is known. */
  get number(): string {
    return this.business?.number ?? ''
  }

  get zone(): string {
    return this.business?.zone ?? 'UTC'
  }

  get isAdmin(): boolean {
    return this.business?.standing === 'admin'
  }

  /** Whether they see to how the business pays: its finance people and admins. */
  get seesToPayments(): boolean {
    const standing = this.business?.standing ?? ''
    return isStanding(standing) && mayInBusiness(standing, 'see-to-payments')
  }
}
