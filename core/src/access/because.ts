import type { NotCounting } from './paths.ts'

const becauseOf: Readonly<Record<NotCounting, string>> = {
  'not-begun': 'it has not begun',
  over: 'it is over',
  ended: 'it was ended',
  'person-paused': 'the person is paused',
  'business-closed': 'the business is closed',
  'asset-archived': 'the asset is archived',
  'asset-frozen': 'the asset is frozen',
  'membership-ended': 'they are no longer a member there',
  'membership-paused': 'their membership is paused',
  'membership-frozen': 'they are frozen there',
  'partner-frozen': 'what goes between the two businesses is frozen',
  'frozen-by-owner': 'the owning business has frozen them',
  'not-staffed': 'the partner has not put them on it',
  'nothing-upstream': 'what it passed on is no longer held',
  'may-not-pass-on': 'it may not be passed on to a further business',
  'too-deep': 'it was passed on too often',
  'manager-archived': 'the manager account is archived',
  'manager-frozen': 'the manager account is frozen',
  'link-frozen': 'the link is frozen',
}

/** Why a path does not count, as it stands after “because”. */
export function saidWhy(stopped: NotCounting): string {
  return becauseOf[stopped]
}
