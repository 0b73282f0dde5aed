'use client'
import { openAudio } from '../../call/allowed-sound.ts'

let audio: AudioContext | null = null

/** Two short rising tones. Silent where the browser does not let a page sound before it was touched. */
export function soundOffer(): void {
  try {
    audio ??= openAudio()
    if (audio.state !== 'running') return
    for (const [n, frequency] of [520, 780].entries()) {
      const from = audio.currentTime + n * 0.14
      const tone = audio.createOscillator()
      const volume = audio.createGain()
      tone.frequency.value = frequency
      volume.gain.setValueAtTime(0.08, from)
      volume.gain.exponentialRampToValueAtTime(0.001, from + 0.12)
      tone.connect(volume).connect(audio.destination)
      tone.start(from)
      tone.stop(from + 0.13)
    }
  } catch {
    // A browser without sound still shows the offer.
  }
}
