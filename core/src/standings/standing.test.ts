import fc from 'fast-check'
import { expect, test } from 'vitest'
import { leavesAnAdmin, mayInBusiness, standings } from './standing.ts'

test('only admins end members, invite, bring in assets and read the history', () => {
  for (const act of ['end-member', 'invite', 'bring-in-asset', 'see-history'] as const)
    expect(standings.filter(standing => mayInBusiness(standing, act))).toEqual(['admin'])
})

test('everybody who works for a business sees its people and assets', () => {
  for (const standing of standings)
    expect([mayInBusiness(standing, 'see-people'), mayInBusiness(standing, 'see-assets')]).toEqual([true, true])
})

test('an admin can leave exactly when another one stays', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.uuid(), { minLength: 1, maxLength: 5 }), admins => {
      for (const leaving of admins) expect(leavesAnAdmin(admins, leaving)).toBe(admins.length > 1)
    }),
  )
})
