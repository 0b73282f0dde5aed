import { gapsOf, peaksOf, wavOf } from './joined-sound.ts'

test('between stretches stands what was not recorded, and why', () => {
  const stretch = (
    startedAt: number,
    lastAt: number,
    end: 'paused' | 'ended' | null,
    personId: string | null = 'ana',
  ) => ({
    id: String(startedAt),
    startedAt,
    lastAt,
    end,
    personId,
  })
  const stretches = [
    stretch(0, 9000, 'paused'),
    stretch(21_000, 30_000, null),
    stretch(28_000, 40_000, 'ended', null),
    stretch(40_500, 43_000, null),
    stretch(44_000, 45_000, 'ended'),
  ]
  expect(gapsOf(stretches, [9, 8, 10, 2, 1])).toEqual([
    { at: 9, why: 'paused', ms: 12_000 },
    { at: 17, why: 'toCustomer', ms: 0 },
    { at: 27, why: 'toAgent', ms: 500 },
    { at: 29, why: 'lost', ms: 1000 },
  ])
  expect(gapsOf([], [])).toEqual([])
})

test('peaks are the loudest of even pieces, whatever the sign', () => {
  expect(peaksOf(Float32Array.from([0.1, -0.5, 0.25, 0, 0, 0, -1, 0.5]), 4)).toEqual([0.5, 0.25, 0, 1])
  expect(peaksOf(new Float32Array(), 4)).toEqual([])
})

test('a WAV file has its lengths, its rate and its samples, loudest within range', () => {
  const view = new DataView(wavOf(Float32Array.from([0, 1, -1, 2]), 16_000))
  const text = (from: number, to: number): string =>
    String.fromCharCode(...Array.from({ length: to - from }, (_, n) => view.getUint8(from + n)))
  expect([text(0, 4), text(8, 16), text(36, 40)]).toEqual(['RIFF', 'WAVEfmt ', 'data'])
  expect([view.getUint32(4, true), view.getUint32(24, true), view.getUint32(40, true)]).toEqual([44, 16_000, 8])
  expect([0, 1, 2, 3].map((n) => view.getInt16(44 + 2 * n, true))).toEqual([0, 32_767, -32_767, 32_767])
})
