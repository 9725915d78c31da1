import { expect, test } from 'vitest'
import { networkOf } from './network.ts'

test.each([
  ['203.0.113.7', '203.0.113.7'],
  ['::ffff:203.0.113.7', '203.0.113.7'],
  ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2::/64'],
  ['2001:DB8:1:2::1', '2001:db8:1:2::/64'],
  ['::1', '0:0:0:0::/64'],
  ['unknown', 'unknown'],
])('what comes from %s counts as %s', (ip, network) => {
  expect(networkOf(ip)).toBe(network)
})
