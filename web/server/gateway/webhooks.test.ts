import { ProblemError } from '../edge/problem.ts'
import { signatureOf, signedId } from './webhooks.ts'

const [key, body, now] = ['a key', '{"text":"Is it running?"}', 1_800_000_000]
const signed = (rest: Record<string, string> = {}) => ({
  headers: new Headers({
    'webhook-id': 'm1',
    'webhook-timestamp': String(now),
    'webhook-signature': signatureOf(key, 'm1', String(now), body),
    ...rest,
  }),
})
const codeOf = (act: () => unknown): string => {
  try {
    act()
  } catch (error) {
    if (error instanceof ProblemError) return error.problem.code
    throw error
  }
  return 'none'
}

test('a message that is signed by the key gives its id', () => {
  expect(signedId(signed(), body, key, now + 299)).toBe('m1')
  const two = signed({ 'webhook-signature': `v1,b2xk ${signatureOf(key, 'm1', String(now), body)}` })
  expect(signedId(two, body, key, now)).toBe('m1')
})

test('the signature is that of the specification', () => {
  // Computed with openssl: printf 'm1.1800000000.{}' | openssl dgst -sha256 -hmac 'a key' -binary | base64
  expect(signatureOf(key, 'm1', '1800000000', '{}')).toBe('v1,94m1vZ93beF25y9AxdPRzg4RoEVAdSlK6ZxFPpjzaZs=')
})

test('what was changed on the way, replayed later or signed by another is refused', () => {
  expect(codeOf(() => signedId(signed(), `${body} `, key, now))).toBe('badSignature')
  expect(codeOf(() => signedId(signed({ 'webhook-id': 'm2' }), body, key, now))).toBe('badSignature')
  expect(codeOf(() => signedId(signed(), body, 'another key', now))).toBe('badSignature')
  expect(codeOf(() => signedId(signed(), body, key, now + 301))).toBe('tooOld')
  expect(codeOf(() => signedId(signed(), body, key, now - 301))).toBe('tooOld')
  expect(codeOf(() => signedId(signed({ 'webhook-timestamp': 'now' }), body, key, now))).toBe('tooOld')
  expect(codeOf(() => signedId({ headers: new Headers() }, body, key, now))).toBe('noSignature')
})
