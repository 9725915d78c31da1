import addresses, { type IPv6 } from 'ipaddr.js'

/**
 * From where a request came, as tries and shares are counted: an IPv4 address, or the /64 network of an IPv6 one. Who has one
 * address of such a network has all of them (RFC 6177), and could else count as anybody.
 */
export function networkOf(ip: string): string {
  // A proxy may say anything.
  if (!addresses.isValid(ip)) return ip
  const address = addresses.parse(ip)
  if (address.kind() === 'ipv4') return address.toString()
  const six = address as IPv6
  if (six.isIPv4MappedAddress()) return six.toIPv4Address().toString()
  return `${six.parts
    .slice(0, 4)
    .map(part => part.toString(16))
    .join(':')}::/64`
}
