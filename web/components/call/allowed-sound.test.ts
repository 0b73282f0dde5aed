/** @jest-environment jsdom */
import { running } from './allowed-sound.ts'

class FakeAudio extends EventTarget {
  state: AudioContextState = 'suspended'
  asked = 0
  allowed = false
  resume(): Promise<void> {
    this.asked += 1
    if (!this.allowed) return Promise.reject(new Error('not allowed'))
    this.become('running')
    return Promise.resolve()
  }
  become(state: AudioContextState): void {
    this.state = state
    this.dispatchEvent(new Event('statechange'))
  }
}

const press = () => window.dispatchEvent(new Event('pointerdown'))

test('audio that may not sound yet begins with a press, and asks no more after', async () => {
  const audio = new FakeAudio()
  const runs = running(audio as unknown as AudioContext)
  press()
  audio.allowed = true
  press()
  await runs
  expect(audio.asked).toBe(3)
  press()
  expect(audio.asked).toBe(3)
})

test('audio that is closed before asks no more either', () => {
  const audio = new FakeAudio()
  void running(audio as unknown as AudioContext)
  audio.become('closed')
  press()
  expect(audio.asked).toBe(1)
})

test('audio that runs is ready at once', async () => {
  const audio = new FakeAudio()
  audio.state = 'running'
  await running(audio as unknown as AudioContext)
  expect(audio.asked).toBe(0)
})
