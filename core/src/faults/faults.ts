interface Fault {
  /** HTTP status of the problem. */
  readonly status: number
  /** Exit status of the CLI: 1 no, 2 wrong usage, 3 refused by a rule, 4 fresh proof needed, 5 service not reachable. */
  readonly exit: 1 | 2 | 3 | 4 | 5
  readonly title: string
}

/** Codes are stable: one is never used again for another meaning. */
export const faults = {
  'access.not-yours-to-give': { status: 403, exit: 3, title: 'You cannot give or take access here' },
  'action.unknown': { status: 422, exit: 2, title: 'That kind of asset has no such action' },
  'address.invalid': { status: 422, exit: 2, title: 'That is not an e-mail address' },
  'address.taken': { status: 409, exit: 3, title: 'That address is known already' },
  'asset.archived': { status: 409, exit: 3, title: 'The asset is archived' },
  'asset.not-yours': { status: 409, exit: 3, title: 'That has to be asked for' },
  'asset.unknown': { status: 404, exit: 2, title: 'There is no such asset here' },
  'bundle.by-rule': { status: 409, exit: 3, title: 'The bundle takes assets in by its rule' },
  'bundle.unknown': { status: 404, exit: 2, title: 'There is no such bundle' },
  'business.last-admin': { status: 409, exit: 3, title: 'A business always has an admin' },
  'business.unknown': { status: 404, exit: 2, title: 'You act for no such business' },
  'claim.held-elsewhere': { status: 409, exit: 3, title: 'Another business holds it' },
  'claim.lapsed': { status: 410, exit: 3, title: 'The code is too old' },
  'claim.not-on-platform': { status: 404, exit: 2, title: 'The platform has no such asset' },
  'claim.unknown': { status: 404, exit: 2, title: 'There is no such claim' },
  'claim.wrong-code': { status: 422, exit: 3, title: 'That is not the code the platform shows' },
  'date.order': { status: 422, exit: 2, title: 'It would end before it begins' },
  'date.past': { status: 422, exit: 2, title: 'That date is over' },
  'grant.above-own-level': { status: 403, exit: 3, title: 'Nobody gives more than they hold' },
  'grant.unknown': { status: 404, exit: 2, title: 'There is no such grant' },
  'handle.invalid': { status: 422, exit: 2, title: 'That cannot be a handle' },
  'handle.taken': { status: 409, exit: 3, title: 'That handle is taken' },
  'holder.not-yet': { status: 422, exit: 3, title: 'That cannot be given access yet' },
  'kind.cannot-be-asked-for': { status: 422, exit: 3, title: 'That kind is only offered by who holds it' },
  'kind.not-there': { status: 422, exit: 2, title: 'The platform holds no assets of that kind' },
  'kind.unknown': { status: 422, exit: 2, title: 'There is no such kind of asset' },
  'key.reused': { status: 422, exit: 2, title: 'The idempotency key was used for something else' },
  'leaving.successor-needed': { status: 409, exit: 3, title: 'Somebody has to take over first' },
  'link.lapsed': { status: 410, exit: 3, title: 'The link is too old' },
  'link.replaced': { status: 410, exit: 3, title: 'A newer link was sent' },
  'link.unknown': { status: 404, exit: 2, title: 'The link leads nowhere' },
  'number.malformed': { status: 422, exit: 2, title: 'That is not a number of ours' },
  'number.wrong-check': { status: 422, exit: 2, title: 'A digit of the number is wrong' },
  'number.wrong-kind': { status: 422, exit: 2, title: 'That is a number of another kind' },
  'opening.lapsed': { status: 410, exit: 3, title: 'The link is too old' },
  'passkey.unknown': { status: 404, exit: 2, title: 'There is no such passkey' },
  'password.common': { status: 422, exit: 2, title: 'That password is too easy to guess' },
  'person.known': { status: 409, exit: 3, title: 'That person has a sign-in already' },
  'person.unknown': { status: 404, exit: 2, title: 'Nobody of that address is here' },
  'platform.away': { status: 503, exit: 5, title: 'The platform does not answer' },
  'platform.unknown': { status: 404, exit: 2, title: 'There is no such platform' },
  'proof.needed': { status: 401, exit: 4, title: 'Prove again who you are' },
  'proof.wrong': { status: 403, exit: 4, title: 'That does not prove it' },
  'proposal.answered': { status: 409, exit: 3, title: 'It was answered already' },
  'proposal.more-than-asked': { status: 422, exit: 3, title: 'That is more than was asked for' },
  'proposal.lapsed': { status: 410, exit: 3, title: 'It lapsed without an answer' },
  'proposal.unknown': { status: 404, exit: 2, title: 'There is no such proposal' },
  'proposal.wrong-person': { status: 403, exit: 3, title: 'It is meant for somebody else' },
  'purpose.nothing-for-it': { status: 422, exit: 3, title: 'Nothing is here for that purpose' },
  'purpose.taken': { status: 409, exit: 3, title: 'There is such a purpose already' },
  'purpose.unknown': { status: 404, exit: 2, title: 'There is no such purpose' },
  'request.invalid': { status: 400, exit: 2, title: 'Something in the request is not right' },
  'request.too-large': { status: 413, exit: 2, title: 'The request is too large' },
  'request.too-many': { status: 429, exit: 3, title: 'Too many tries' },
  'resource.unknown': { status: 404, exit: 2, title: 'There is nothing here' },
  'sentence.unreadable': { status: 422, exit: 2, title: 'The sentence cannot be read' },
  'service.database-away': { status: 503, exit: 5, title: 'The records cannot be reached for a moment' },
  'service.fault': { status: 500, exit: 5, title: 'Something went wrong here' },
  'sign-in.needed': { status: 401, exit: 3, title: 'Sign in first' },
  'sign-in.wrong': { status: 401, exit: 3, title: 'That is not right' },
  'standing.not-enough': { status: 403, exit: 3, title: 'Your standing does not allow it' },
  'team.unknown': { status: 404, exit: 2, title: 'There is no such team' },
  'tie.unfitting': { status: 422, exit: 2, title: 'Those two are not tied' },
  'version.stale': { status: 412, exit: 3, title: 'Somebody changed it meanwhile' },
} as const satisfies Record<string, Fault>

export type FaultCode = keyof typeof faults

export function isFaultCode(text: string): text is FaultCode {
  return Object.hasOwn(faults, text)
}
