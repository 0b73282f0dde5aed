import { clientAddress, trustedProxies } from './client-address.mjs'

const none = trustedProxies('')
const own = trustedProxies('127.0.0.1, 10.0.0.0/8,fd00::/16')

test.each([
  ['what a client makes up counts for nothing', '203.0.113.9', '198.51.100.1', own, '203.0.113.9'],
  ['nor does it of a proxy that is not the centre’s', '127.0.0.1', '198.51.100.1', none, '127.0.0.1'],
  ['a proxy’s word counts', '127.0.0.1', '198.51.100.1', own, '198.51.100.1'],
  ['but not what the client told the proxy', '127.0.0.1', '1.2.3.4, 198.51.100.1', own, '198.51.100.1'],
  ['through several proxies', '127.0.0.1', '1.2.3.4, 198.51.100.1, 10.2.3.4', own, '198.51.100.1'],
  ['in IPv6 it is a network', 'fd00::1', '2001:DB8:0:7::9', own, '2001:db8:0:7::/64'],
  ['written in full as well', '2001:0db8:0000:0007:1:2:3:4', '', none, '2001:db8:0:7::/64'],
  ['and of this computer', '::1', '', none, '0:0:0:0::/64'],
  ['IPv4 within IPv6 is IPv4', '::ffff:127.0.0.1', '::ffff:198.51.100.1', own, '198.51.100.1'],
  ['what is no address ends it', '127.0.0.1', '198.51.100.1, unknown', own, '127.0.0.1'],
  ['a proxy that says nothing is the client', '127.0.0.1', undefined, own, '127.0.0.1'],
  ['no socket', undefined, '198.51.100.1', own, 'unknown'],
] as const)('%s', (_, socket, forwarded, isTrusted, place) => {
  expect(clientAddress(socket, forwarded, isTrusted)).toBe(place)
})

test.each(['localhost', '10.0.0.0/33', '10.0.0.0/x', '::1/129'])('%s is no proxy', (list) => {
  expect(() => trustedProxies(list)).toThrow('EUDROMOS_TRUSTED_PROXIES')
})
