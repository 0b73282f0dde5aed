'use client'
// The stretches of a recording as one sound that a browser plays, seeks in and speeds up.
import type { PersonId } from '@eudromos/core/plan'
import { Refused, requestBytes } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'

export interface Stretch {
  readonly id: string
  /** At whose end; null: the customer's. */
  readonly personId: PersonId | null
  readonly startedAt: number
  readonly lastAt: number
  readonly end: 'paused' | 'ended' | null
}

export interface Gap {
  /** Seconds into the sound. */
  readonly at: number
  /** The agent had paused, the sound was cut off, or another end records from here on. */
  readonly why: 'paused' | 'lost' | 'toCustomer' | 'toAgent'
  /** How long it was not recorded. */
  readonly ms: number
}

export interface JoinedSound {
  readonly url: string
  readonly seconds: number
  /** 0 to 1, evenly along the time. */
  readonly peaks: readonly number[]
  readonly gaps: readonly Gap[]
}

/** Enough for what people say, in Hz. */
const sampleRate = 16_000
const columns = 280

async function decoded(id: string): Promise<Float32Array> {
  const bytes = await requestBytes(`/api/recordings/${id}`)
  if (bytes.byteLength === 0) return new Float32Array()
  const buffer = await new OfflineAudioContext(1, 1, sampleRate).decodeAudioData(bytes).catch(() => {
    throw new Refused(en.failed, 0, 'unreadable')
  })
  return buffer.getChannelData(0)
}

/** Where something was not recorded between one stretch and the next. */
export function gapsOf(stretches: readonly Stretch[], seconds: readonly number[]): Gap[] {
  let at = 0
  return stretches.flatMap((stretch, n) => {
    at += seconds[n] ?? 0
    const next = stretches[n + 1]
    return next === undefined
      ? []
      : [{ at, why: whyBetween(stretch, next), ms: Math.max(0, next.startedAt - stretch.lastAt) }]
  })
}

const whyBetween = (one: Stretch, next: Stretch): Gap['why'] => {
  if (next.personId === null && one.personId !== null) return 'toCustomer'
  if (next.personId !== null && one.personId === null) return 'toAgent'
  return one.end === 'paused' ? 'paused' : 'lost'
}

/** The loudest of each of so many even pieces. */
export function peaksOf(samples: Float32Array, count = columns): number[] {
  const size = Math.max(1, Math.ceil(samples.length / count))
  const peaks: number[] = []
  for (let from = 0; from < samples.length; from += size) {
    let peak = 0
    for (let n = from; n < Math.min(samples.length, from + size); n += 1)
      peak = Math.max(peak, Math.abs(samples[n] ?? 0))
    peaks.push(peak)
  }
  return peaks
}

/** A WAV file (PCM, 16 bits, one channel) of samples from -1 to 1. */
export function wavOf(samples: Float32Array, rate = sampleRate): ArrayBuffer {
  const bytes = new ArrayBuffer(44 + 2 * samples.length)
  const view = new DataView(bytes)
  const write = (at: number, text: string): void => {
    for (let n = 0; n < text.length; n += 1) view.setUint8(at + n, text.charCodeAt(n))
  }
  write(0, 'RIFF')
  view.setUint32(4, 36 + 2 * samples.length, true)
  write(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, 1, true)
  view.setUint32(24, rate, true)
  view.setUint32(28, 2 * rate, true)
  view.setUint16(32, 2, true)
  view.setUint16(34, 16, true)
  write(36, 'data')
  view.setUint32(40, 2 * samples.length, true)
  samples.forEach((sample, n) =>
    view.setInt16(44 + 2 * n, Math.round(Math.max(-1, Math.min(1, sample)) * 0x7fff), true),
  )
  return bytes
}

/** Fetches and joins the stretches. */
export async function joinedSound(stretches: readonly Stretch[]): Promise<JoinedSound> {
  const parts: Float32Array[] = []
  for (const { id } of stretches) parts.push(await decoded(id))
  const whole = new Float32Array(parts.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return {
    url: URL.createObjectURL(new Blob([wavOf(whole)], { type: 'audio/wav' })),
    seconds: whole.length / sampleRate,
    peaks: peaksOf(whole),
    gaps: gapsOf(
      stretches,
      parts.map(({ length }) => length / sampleRate),
    ),
  }
}
