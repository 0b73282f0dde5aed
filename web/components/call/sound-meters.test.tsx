/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react'
import { en } from '../../messages/told/en.ts'
import type { CallSound } from './call-room.ts'
import { SoundMeters } from './sound-meters.tsx'

let plays: unknown[]
/** The browser lets the page sound. */
let allowed: boolean

beforeEach(() => {
  plays = []
  allowed = true
  HTMLMediaElement.prototype.play = function () {
    plays.push(this.srcObject)
    return allowed ? Promise.resolve() : Promise.reject(new DOMException('press first', 'NotAllowedError'))
  }
  Object.defineProperty(HTMLMediaElement.prototype, 'srcObject', { value: null, writable: true, configurable: true })
})

const stream = () => ({}) as unknown as MediaStream
const soundOf = (remote: MediaStream): CallSound => ({
  made: false,
  local: null,
  keysHeard: '',
  press: () => undefined,
  links: new Map([['mara', { state: 'connected', stats: null, remote }]]),
})
const shown = (sound: CallSound) => (
  <SoundMeters sound={sound} here="You" parties={[{ id: 'mara', name: 'Mara', silenced: false }]} />
)

test('what is heard of the other end is played, and what comes after it is begun anew', async () => {
  const [first, second] = [stream(), stream()]
  const { rerender } = render(shown(soundOf(first)))
  await act(() => Promise.resolve())
  rerender(shown(soundOf(first)))
  expect(plays).toEqual([first])
  rerender(shown(soundOf(second)))
  await act(() => Promise.resolve())
  expect(plays[1]).toBe(second)
  expect(screen.queryByText(en['sound.kept'])).toBeNull()
})

test('where the browser keeps the page silent it says so, and plays with the first press', async () => {
  allowed = false
  const sound = soundOf(stream())
  render(shown(sound))
  await act(() => Promise.resolve())
  expect(screen.getByText(en['sound.kept'])).toBeTruthy()
  allowed = true
  await act(() => {
    window.dispatchEvent(new Event('keydown'))
    return Promise.resolve()
  })
  expect(screen.queryByText(en['sound.kept'])).toBeNull()
  expect(plays).toHaveLength(2)
  window.dispatchEvent(new Event('pointerdown'))
  expect(plays).toHaveLength(2)
})
