import { between, seeded } from './random.ts'

/** Of G.711 (ITU-T): samples a second, and samples in the 20 ms of a packet. */
export const rate = 8000
export const frame = 160

/** A sample from -1 to 1 as the µ-law byte of ITU-T G.711. */
export function muLaw(sample: number): number {
  const magnitude = Math.min(32_635, Math.round(Math.abs(sample) * 32_767)) + 132
  const exponent = Math.max(0, Math.floor(Math.log2(magnitude)) - 7)
  const mantissa = (magnitude >> (exponent + 3)) & 0x0f
  return ~((sample < 0 ? 0x80 : 0) | (exponent << 4) | mantissa) & 0xff
}

interface Syllable {
  readonly samples: number
  /** The voice's harmonics that are heard: radians a sample, and how loud. */
  readonly harmonics: readonly (readonly [number, number])[]
}

const vowels = [
  [730, 1090],
  [530, 1840],
  [390, 1990],
  [570, 840],
  [440, 1020],
] as const

function harmonicsOf(pitch: number, [first, second]: readonly [number, number]): (readonly [number, number])[] {
  const near = (hertz: number, formant: number): number => 1 / (1 + ((hertz - formant) / 120) ** 2)
  return Array.from({ length: Math.floor(3400 / pitch) }, (_, n) => (n + 1) * pitch)
    .map((hertz) => [(2 * Math.PI * hertz) / rate, near(hertz, first) + 0.5 * near(hertz, second)] as const)
    .filter(([, gain]) => gain > 0.03)
}

/**
 * Somebody who talks without words: syllables of a voice's pitch and two formants, with pauses between its sentences.
 * The same seed is the same voice. Each call gives the next 20 ms as µ-law.
 */
export function murmur(seed: number): () => Buffer {
  const random = seeded(seed)
  const voice = between(random, 95, 220)
  let [left, done, syllables] = [0, 0, 0]
  let syllable: Syllable | null = null
  const next = (): void => {
    done = 0
    if (syllables === 0) {
      syllables = Math.floor(between(random, 4, 14))
      syllable = null
      left = Math.floor(between(random, 0.4, 1.6) * rate)
      return
    }
    syllables -= 1
    left = Math.floor(between(random, 0.09, 0.26) * rate)
    const vowel = vowels[Math.floor(random() * vowels.length)] ?? vowels[0]
    syllable = { samples: left, harmonics: harmonicsOf(voice * between(random, 0.88, 1.15), vowel) }
  }
  const sample = (): number => {
    if (left === 0) next()
    left -= 1
    done += 1
    if (syllable === null) return 0
    const { samples, harmonics } = syllable
    let sum = 0
    for (const [step, gain] of harmonics) sum += gain * Math.sin(step * done)
    return 0.2 * Math.sin((Math.PI * done) / samples) * sum
  }
  return () => Buffer.from(Array.from({ length: frame }, () => muLaw(sample())))
}
