'use client'
import type { InteractionId } from '@eudromos/core/plan'
import { newId } from '../../view/new-id.ts'
import { request, requestJson } from '../stream/send.ts'
import { running } from './allowed-sound.ts'

const partEveryMs = 2000
const retryMs = 1500
const mediaType = 'audio/webm;codecs=opus'

/** How a stretch of recording ended: paused by the agent, or at the end of it. */
export type StretchEnd = 'paused' | 'ended'

/** Where the centre takes a recording in, and what it is told when one begins. */
export interface RecordingPlace {
  readonly url: string
  readonly about: Readonly<Record<string, string>>
}

export const atAgent = (interactionId: InteractionId): RecordingPlace => ({
  url: '/api/recordings',
  about: { interactionId },
})
export const atCustomer = (callId: string): RecordingPlace => ({
  url: `/api/gateway/calls/${callId}/recordings`,
  about: {},
})

/** Brings the parts of one stretch to the centre, in order, each until it is there. */
class Uploads {
  readonly id = newId()
  private work: Promise<void>
  private number = 0
  /** The centre does not want it: nothing more is brought. */
  private unwanted = false

  constructor(private readonly place: RecordingPlace) {
    this.work = this.insist(() => requestJson(place.url, 'POST', { id: this.id, ...place.about }))
  }

  part(data: Blob): void {
    if (data.size === 0) return
    this.number += 1
    const { number } = this
    // Small enough to be brought on even when the page is being left.
    this.enqueue(() =>
      request(`${this.place.url}/${this.id}/parts/${number}`, { method: 'PUT', body: data, keepalive: true }),
    )
  }

  end(how: StretchEnd): void {
    const body = JSON.stringify({ how })
    this.enqueue(() => request(`${this.place.url}/${this.id}/end`, { method: 'POST', body, keepalive: true }))
  }

  private enqueue(step: () => Promise<unknown>): void {
    this.work = this.work.then(() => (this.unwanted ? undefined : this.insist(step)))
  }

  /** What does not come through is tried again; after what is refused there is nothing more to bring. */
  private async insist(step: () => Promise<unknown>): Promise<void> {
    for (;;)
      try {
        await step()
        return
      } catch (error) {
        const status = (error as { status?: number }).status ?? 0
        if (status >= 400 && status < 500 && status !== 429) {
          this.unwanted = true
          return
        }
        await new Promise((resolve) => setTimeout(resolve, retryMs))
      }
  }
}

/**
 * Records a call at one end: all who are heard there and who speaks there, mixed. Each stretch between pauses is a recording
 * of its own, kept by the centre in parts of two seconds while it runs.
 */
export class CallRecorder {
  private readonly audio = new AudioContext()
  private readonly mixed = this.audio.createMediaStreamDestination()
  private readonly sources = new Map<string, { readonly stream: MediaStream; readonly stop: () => void }>()
  /** It is to record; nothing is recorded before the browser lets it hear. */
  private wanted = false
  private stretch: { readonly recorder: MediaRecorder; readonly uploads: Uploads } | null = null

  constructor(private readonly place: RecordingPlace) {}

  /** What is mixed, by whose it is; whoever is left out is not recorded now. */
  mix(streams: ReadonlyMap<string, MediaStream>): void {
    for (const [id, { stream, stop }] of this.sources)
      if (streams.get(id) !== stream) {
        stop()
        this.sources.delete(id)
      }
    for (const [id, stream] of streams) {
      if (this.sources.has(id) || stream.getAudioTracks().length === 0) continue
      const source = this.audio.createMediaStreamSource(stream)
      source.connect(this.mixed)
      this.sources.set(id, { stream, stop: () => source.disconnect() })
    }
  }

  start(): void {
    if (this.wanted) return
    this.wanted = true
    if (this.audio.state === 'running') this.begin()
    else
      void running(this.audio).then(() => {
        if (this.wanted && this.stretch === null) this.begin()
      })
  }

  private begin(): void {
    const uploads = new Uploads(this.place)
    const recorder = new MediaRecorder(this.mixed.stream, { mimeType: mediaType, audioBitsPerSecond: 24_000 })
    recorder.ondataavailable = ({ data }) => uploads.part(data)
    recorder.start(partEveryMs)
    this.stretch = { recorder, uploads }
  }

  stop(how: StretchEnd): void {
    this.wanted = false
    if (this.stretch === null) return
    const { recorder, uploads } = this.stretch
    this.stretch = null
    recorder.onstop = () => uploads.end(how)
    recorder.stop()
  }

  close(): void {
    const end = (): void => void this.audio.close()
    if (this.stretch === null) end()
    else this.stretch.recorder.addEventListener('stop', end)
    this.stop('ended')
  }
}

/** Whether this browser can record at all. */
export const canRecord = (): boolean => typeof MediaRecorder !== 'undefined' && MediaRecorder.isTypeSupported(mediaType)
