/** A change of who pays for an ad account, by the ids of the businesses that have to do with it. */
export interface PayerChange {
  readonly owner: string
  /** Who pays now. */
  readonly payer: string
  /** Who would pay. */
  readonly to: string
  readonly acting: string
}

/** Whose yes it takes beside that of who says it, or why it cannot be. */
export type Agreement =
  | { readonly ok: true; readonly yesOf: 'nobody' | 'who pays now' | 'who would pay' }
  | { readonly ok: false; readonly code: 'billing.not-yours' | 'billing.third' }

/**
 * Nobody is made to pay, and nobody’s payment is taken over, without a yes of their own: between two businesses both
 * agree, and one of the two owns the account. Within the business that pays its own people decide.
 */
export function agreementOn({ owner, payer, to, acting }: PayerChange): Agreement {
  if (acting !== payer && acting !== to) return { ok: false, code: 'billing.not-yours' }
  if (payer === to) return { ok: true, yesOf: 'nobody' }
  if (owner !== payer && owner !== to) return { ok: false, code: 'billing.third' }
  return { ok: true, yesOf: acting === to ? 'who pays now' : 'who would pay' }
}
