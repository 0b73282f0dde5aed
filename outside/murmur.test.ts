import fc from 'fast-check'
import { frame, muLaw, murmur, rate } from './murmur.ts'

/** As ITU-T G.711 decodes it, to a sample from -1 to 1. */
function decoded(byte: number): number {
  const inverted = ~byte & 0xff
  const magnitude = ((((inverted & 0x0f) << 3) + 132) << ((inverted >> 4) & 7)) - 132
  return (inverted & 0x80 ? -magnitude : magnitude) / 32_767
}

test('a sample is heard again as it was said, as near as µ-law can', () => {
  expect([muLaw(0), muLaw(1), muLaw(-1)]).toEqual([0xff, 0x80, 0x00])
  fc.assert(
    fc.property(fc.double({ min: -0.99, max: 0.99, noNaN: true }), (sample) => {
      expect(Math.abs(decoded(muLaw(sample)) - sample)).toBeLessThan(0.0005 + Math.abs(sample) * 0.035)
    }),
  )
})

test('one seed is one voice: it speaks, is silent between, and is never cut off at the top', () => {
  const tenSeconds = (seed: number): Buffer => {
    const next = murmur(seed)
    return Buffer.concat(Array.from({ length: (10 * rate) / frame }, next))
  }
  const said = tenSeconds(5)
  expect(said).toEqual(tenSeconds(5))
  expect(said).not.toEqual(tenSeconds(6))
  const levels = [...said].map((byte) => Math.abs(decoded(byte)))
  const loud = levels.filter((level) => level > 0.05).length / levels.length
  expect(loud).toBeGreaterThan(0.2)
  expect(loud).toBeLessThan(0.95)
  expect(Math.max(...levels)).toBeLessThan(0.97)
})
