import { telephoneKeys, tonesOf } from './local-sound.ts'

test('each key has two tones of its own, by row and column', () => {
  expect(tonesOf('1')).toEqual([697, 1209])
  expect(tonesOf('6')).toEqual([770, 1477])
  expect(tonesOf('*')).toEqual([941, 1209])
  expect(tonesOf('0')).toEqual([941, 1336])
  expect(new Set(telephoneKeys.map((key) => tonesOf(key).join(' '))).size).toBe(12)
})
