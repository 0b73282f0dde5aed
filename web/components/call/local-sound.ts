'use client'
import { openAudio } from './allowed-sound.ts'

export interface LocalSound {
  readonly stream: MediaStream
  /** There is no microphone that may be used: a tone is sent in its place. */
  readonly made: boolean
  stop(): void
}

/** The microphone, or a soft made tone of this frequency (Hz) where there is none. */
export async function openLocalSound(frequency: number): Promise<LocalSound> {
  try {
    const stream = await navigator.mediaDevices.getUserMedia({
      audio: { echoCancellation: true, noiseSuppression: true, autoGainControl: true },
    })
    return { stream, made: false, stop: () => stream.getTracks().forEach((track) => track.stop()) }
  } catch {
    const audio = openAudio()
    const tone = audio.createOscillator()
    const volume = audio.createGain()
    const out = audio.createMediaStreamDestination()
    tone.frequency.value = frequency
    volume.gain.value = 0.15
    tone.connect(volume).connect(out)
    tone.start()
    return { stream: out.stream, made: true, stop: () => void audio.close() }
  }
}

// A tune of our own: steps of a five-note scale, up and down.
const tune = [0, 2, 4, 3, 1, 2, 0, 4, 5, 3, 4, 2, 1, 3, 2, 0]
const scale = [261.63, 293.66, 329.63, 392.0, 440.0, 523.25]

/** Soft music for whoever waits; gives what ends it. */
export function playHoldMusic(): () => void {
  const audio = openAudio()
  let step = 0
  const play = (): void => {
    const from = audio.currentTime
    const tone = audio.createOscillator()
    const volume = audio.createGain()
    tone.type = 'triangle'
    tone.frequency.value = scale[tune[step % tune.length] ?? 0] ?? 261.63
    volume.gain.setValueAtTime(0.0001, from)
    volume.gain.linearRampToValueAtTime(0.05, from + 0.05)
    volume.gain.exponentialRampToValueAtTime(0.0001, from + 0.9)
    tone.connect(volume).connect(audio.destination)
    tone.start(from)
    tone.stop(from + 1)
    step += 1
  }
  play()
  const timer = setInterval(play, 550)
  return () => {
    clearInterval(timer)
    void audio.close()
  }
}

/** Two short tones, again and again, until it is ended. */
export function playRing(): () => void {
  const audio = openAudio()
  const ring = (): void => {
    for (const start of [0, 0.35]) {
      const from = audio.currentTime + start
      const tone = audio.createOscillator()
      const volume = audio.createGain()
      tone.frequency.value = 587.33
      volume.gain.setValueAtTime(0.06, from)
      volume.gain.exponentialRampToValueAtTime(0.0001, from + 0.3)
      tone.connect(volume).connect(audio.destination)
      tone.start(from)
      tone.stop(from + 0.3)
    }
  }
  ring()
  const timer = setInterval(ring, 2000)
  return () => {
    clearInterval(timer)
    void audio.close()
  }
}

/** The tone after which one speaks; over when it has sounded. */
export async function playTone(): Promise<void> {
  const audio = openAudio()
  const tone = audio.createOscillator()
  const volume = audio.createGain()
  tone.frequency.value = 880
  volume.gain.value = 0.08
  tone.connect(volume).connect(audio.destination)
  tone.start()
  await new Promise((resolve) => setTimeout(resolve, 400))
  tone.stop()
  await audio.close()
}

/** Two notes before something is said; gives what ends it. */
export function playChime(): () => void {
  const audio = openAudio()
  for (const [n, frequency] of [523.25, 392].entries()) {
    const from = audio.currentTime + n * 0.35
    const tone = audio.createOscillator()
    const volume = audio.createGain()
    tone.frequency.value = frequency
    volume.gain.setValueAtTime(0.06, from)
    volume.gain.exponentialRampToValueAtTime(0.0001, from + 0.5)
    tone.connect(volume).connect(audio.destination)
    tone.start(from)
    tone.stop(from + 0.5)
  }
  return () => void audio.close()
}

const rows = [697, 770, 852, 941]
const columns = [1209, 1336, 1477]
/** The keys of a telephone, row by row. */
export const telephoneKeys = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '*', '0', '#'] as const

/** The two tones of a key (ITU-T Q.23), in Hz. */
export function tonesOf(key: (typeof telephoneKeys)[number]): readonly [number, number] {
  const at = telephoneKeys.indexOf(key)
  return [rows[Math.floor(at / 3)] ?? 697, columns[at % 3] ?? 1209]
}

/** Lets whoever presses a key hear it. */
export function playKey(key: (typeof telephoneKeys)[number]): void {
  const audio = openAudio()
  const volume = audio.createGain()
  volume.gain.value = 0.04
  volume.connect(audio.destination)
  for (const frequency of tonesOf(key)) {
    const tone = audio.createOscillator()
    tone.frequency.value = frequency
    tone.connect(volume)
    tone.start()
    tone.stop(audio.currentTime + 0.12)
  }
  setTimeout(() => void audio.close(), 400)
}
