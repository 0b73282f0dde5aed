// Where a request comes from. What a client says of it is believed of a proxy only that the centre runs itself.
import { BlockList, isIP, isIPv6 } from 'node:net'

/** An address as limits count it: one of IPv4 within IPv6 as itself. Null where it is none.
 * @param {string | undefined} given */
function addressOf(given) {
  const address = (given ?? '').trim().replace(/^::ffff:(?=\d+\.\d+\.\d+\.\d+$)/i, '')
  return isIP(address) === 0 ? null : address
}

/**
 * The proxies of `list`: addresses or networks (10.0.0.0/8), with commas between. Throws where one is neither.
 * @param {string} list
 * @returns {(address: string) => boolean}
 */
export function trustedProxies(list) {
  const trusted = new BlockList()
  for (const entry of list
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')) {
    const [network = '', bits] = entry.split('/')
    const family = isIP(network)
    const most = family === 6 ? 128 : 32
    const prefix = bits === undefined ? most : Number(bits)
    if (family === 0 || !Number.isInteger(prefix) || prefix < 0 || prefix > most)
      throw new Error(`EUDROMOS_TRUSTED_PROXIES: ${entry} is no address and no network such as 10.0.0.0/8.`)
    trusted.addSubnet(network, prefix, family === 6 ? 'ipv6' : 'ipv4')
  }
  return (address) => trusted.check(address, isIPv6(address) ? 'ipv6' : 'ipv4')
}

/** The first 64 bits of an address of IPv6, which whoever has it has all of, in one way of writing.
 * @param {string} address */
function networkOf(address) {
  const [before = '', after = ''] = address.split('::')
  const groups = (/** @type {string} */ part) => part.split(':').filter((one) => one !== '')
  const [first, last] = [groups(before), groups(after)]
  const zeros = Array.from({ length: Math.max(0, 8 - first.length - last.length) }, () => '0')
  const network = [...first, ...zeros, ...last].slice(0, 4).map((group) => Number.parseInt(group, 16).toString(16))
  return `${network.join(':')}::/64`
}

/**
 * The socket's address, or behind a trusted proxy the last that it names and that is none itself: as limits
 * count it, so of IPv6 its network.
 * @param {string | undefined} socketAddress
 * @param {string | undefined} forwarded `x-forwarded-for`
 * @param {(address: string) => boolean} isTrusted
 */
export function clientAddress(socketAddress, forwarded, isTrusted) {
  let address = addressOf(socketAddress)
  if (address === null) return 'unknown'
  for (const named of (forwarded ?? '').split(',').reverse()) {
    if (!isTrusted(address)) break
    const before = addressOf(named)
    if (before === null) break
    address = before
  }
  return isIPv6(address) ? networkOf(address) : address
}
