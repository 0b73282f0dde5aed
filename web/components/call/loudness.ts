'use client'
import { openAudio } from './allowed-sound.ts'

/** How loud a stream is. */
export class Loudness {
  private readonly audio = openAudio()
  private readonly analyser = this.audio.createAnalyser()
  private readonly samples = new Float32Array(this.analyser.fftSize)

  constructor(stream: MediaStream) {
    this.audio.createMediaStreamSource(stream).connect(this.analyser)
  }

  /** The loudest of the last twentieth of a second, 0 to 1. */
  now(): number {
    this.analyser.getFloatTimeDomainData(this.samples)
    return this.samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)
  }

  close(): void {
    void this.audio.close()
  }
}
