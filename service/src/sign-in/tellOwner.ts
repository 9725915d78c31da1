import type { Change } from '../base/change.ts'

/**
 * Tells somebody by letter what was done just now to how they sign in. Who did it in their name is found out by it, so it
 * goes to the address of before where letters go elsewhere from now on.
 */
export async function tellOwner(
  change: Change,
  to: { readonly name: string; readonly address: string },
  subject: string,
  said: string,
): Promise<void> {
  await change.mail({
    to,
    subject,
    body: [`Dear ${to.name},`, said],
    button: { label: 'How you sign in', leads: { to: 'page', path: '/my-access/sign-in' } },
    unexpected:
      'If it was not you, choose a new password at once, by “Forgot the password” on the sign-in page, and look at how you sign in.',
  })
}
