import { BlockList, isIP } from 'node:net'
import type { H3Event } from 'h3'

/** Where a request comes from: the address of the connection, or what a trusted proxy says of it. */

let trusted: BlockList | undefined

function trustedProxies(): BlockList {
  if (trusted) return trusted
  trusted = new BlockList()
  for (const entry of String(useRuntimeConfig().trustedProxies)
    .split(',')
    .map((one) => one.trim())) {
    const [address = '', bits] = entry.split('/')
    const family = { 4: 'ipv4', 6: 'ipv6' }[isIP(address)] as 'ipv4' | 'ipv6' | undefined
    if (!family) continue
    if (bits === undefined) trusted.addAddress(address, family)
    else trusted.addSubnet(address, Number(bits), family)
  }
  return trusted
}

const isTrusted = (address: string): boolean =>
  isIP(address) !== 0 && trustedProxies().check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4')

/** As the same address is written whether it came by IPv4 or mapped into IPv6. */
const plain = (address: string): string => address.trim().replace(/^::ffff:/i, '')

/**
 * The client's address. Of `X-Forwarded-For` only what trusted proxies added is believed: the last address in it that is none of theirs.
 */
export function placeOf(event: H3Event): string {
  const direct = plain(event.node.req.socket.remoteAddress ?? 'unknown')
  if (!isTrusted(direct)) return direct
  const through = (getHeader(event, 'x-forwarded-for') ?? '')
    .split(',')
    .map(plain)
    .filter((one) => isIP(one))
  return through.findLast((one) => !isTrusted(one)) ?? through[0] ?? direct
}
