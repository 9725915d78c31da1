import { expect, test } from 'vitest'
import { adminFindings } from './adminFindings.ts'

test.each([
  [1, 5, false, ['alone']],
  [2, 5, false, []],
  [3, 5, false, ['two']],
  [3, 5, true, []],
  [6, 5, true, ['many']],
  [3, 2, false, ['many', 'two']],
  [1, 1, true, ['alone']],
] as const)(
  'of %i admins, with %i as the most and two approvals %s, worth a look is %j',
  (admins, most, two, found) => {
    expect(adminFindings({ admins, most, twoApprovals: two })).toEqual(found)
  },
)
