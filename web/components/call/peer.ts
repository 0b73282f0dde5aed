'use client'
import { newId } from '../../view/new-id.ts'
import { Loudness } from './loudness.ts'

/** What two ends of a call say to each other, by way of the centre, before they hear each other. */
export type CallSignal =
  | { readonly kind: 'here'; readonly page: string; readonly again: boolean }
  | { readonly kind: 'offer' | 'answer'; readonly session: string; readonly sdp: string }
  /** Keys pressed, besides the tones that go with the sound: for who reads rather than hears. */
  | { readonly kind: 'tones'; readonly keys: string }
  | { readonly kind: 'candidate'; readonly session: string; readonly candidate: RTCIceCandidateInit }

export type PeerState = 'connecting' | 'connected' | 'lost'

/** Of the last second. */
export interface SoundStats {
  /** 0 to 1. */
  readonly levelHere: number
  readonly levelThere: number
  /** Null until it was measured. */
  readonly roundTripMs: number | null
  /** Of a hundred packets so many did not come. */
  readonly lostPercent: number
  readonly bytesHere: number
  readonly bytesThere: number
  /** For how long nothing has come, not even silence. */
  readonly nothingForMs: number
}

const lostAfterMs = 4000
/** A signal on the way can be lost, and nobody would say it again: so long is waited for the sound at first, then longer. */
const beginsWithinMs = 8000
const mostWaitMs = 30_000
const toneMs = 120
const toneGapMs = 60

/** What the keys of a telephone are. */
export const isKeys = (keys: string): boolean => /^[0-9*#]{1,20}$/.test(keys)

/**
 * One end of a call's sound, which goes from browser to browser. One of the two begins it, whenever the other says that it is
 * there; whichever end is opened anew, or hears nothing for a while, has it begun again. What is sent is a copy of the
 * microphone's sound, so that each end can be silent to some and not to others.
 */
export class CallPeer {
  private incoming = new MediaStream()
  private connection: RTCPeerConnection | null = null
  private session = ''
  private otherPage = ''
  private page = newId()
  private early: CallSignal[] = []
  private lostTimer: ReturnType<typeof setTimeout> | null = null
  private waitMs = beginsWithinMs
  private wasConnected = false
  private closed = false
  private pressed: Promise<void> = Promise.resolve()
  /** When the last packet was seen to have come. */
  private cameAt = performance.now()
  private loudness: Loudness | null = null
  private counted = { lost: 0, received: 0 }

  constructor(
    private readonly begins: boolean,
    private readonly local: MediaStream,
    private readonly send: (signal: CallSignal) => Promise<void>,
    private readonly changed: (state: PeerState) => void,
    private readonly toned: (keys: string) => void = () => undefined,
  ) {}

  /** What is heard of the other end: another stream whenever the sound is begun anew. */
  get remote(): MediaStream {
    return this.incoming
  }

  /** Says that this end is there. */
  begin(): void {
    this.tell({ kind: 'here', page: this.page, again: false })
    this.wait()
  }

  close(): void {
    this.closed = true
    this.drop()
    this.loudness?.close()
    for (const track of this.local.getTracks()) track.stop()
  }

  async hear(signal: CallSignal): Promise<void> {
    if (this.closed) return
    switch (signal.kind) {
      case 'here':
        return this.meet(signal)
      case 'offer':
        return this.accept(signal)
      case 'answer':
        if (signal.session !== this.session || this.connection === null) return
        await this.connection.setRemoteDescription({ type: 'answer', sdp: signal.sdp })
        return this.takeEarly()
      case 'tones':
        if (isKeys(signal.keys)) this.toned(signal.keys)
        return
      case 'candidate':
        if (signal.session !== this.session || this.connection?.remoteDescription == null) this.early.push(signal)
        else await this.connection.addIceCandidate(signal.candidate)
    }
  }

  private async meet({ page, again }: Extract<CallSignal, { kind: 'here' }>): Promise<void> {
    if (!this.begins) {
      // The other end is there, perhaps anew: it begins once it knows that this one is.
      this.tell({ kind: 'here', page: this.page, again: false })
      return
    }
    if (this.connection !== null && page === this.otherPage && !again) return
    this.otherPage = page
    await this.offer()
  }

  private async offer(): Promise<void> {
    const connection = this.open(newId())
    await connection.setLocalDescription(await connection.createOffer())
    this.tell({ kind: 'offer', session: this.session, sdp: connection.localDescription?.sdp ?? '' })
  }

  private async accept({ session, sdp }: Extract<CallSignal, { kind: 'offer' | 'answer' }>): Promise<void> {
    const connection = this.open(session)
    await connection.setRemoteDescription({ type: 'offer', sdp })
    await connection.setLocalDescription(await connection.createAnswer())
    this.tell({ kind: 'answer', session, sdp: connection.localDescription?.sdp ?? '' })
    await this.takeEarly()
  }

  private async takeEarly(): Promise<void> {
    const early = this.early
    this.early = []
    for (const signal of early)
      if (signal.kind === 'candidate' && signal.session === this.session)
        await this.connection?.addIceCandidate(signal.candidate)
  }

  /** A connection in place of the one there is. */
  private open(session: string): RTCPeerConnection {
    this.drop()
    this.session = session
    this.wait()
    this.changed('connecting')
    const connection = new RTCPeerConnection({ iceServers: [] })
    this.connection = connection
    for (const track of this.local.getTracks()) connection.addTrack(track, this.local)
    connection.ontrack = ({ track }) => {
      // In a stream of its own: Chromium plays nothing of what is added to a stream that a page plays already.
      this.incoming = new MediaStream([track])
    }
    connection.onicecandidate = ({ candidate }) => {
      if (candidate !== null) this.tell({ kind: 'candidate', session, candidate: candidate.toJSON() })
    }
    connection.onconnectionstatechange = () => {
      if (this.connection !== connection) return
      const { connectionState } = connection
      if (connectionState === 'connected') {
        this.stopWaiting()
        this.waitMs = beginsWithinMs
        this.wasConnected = true
        this.changed('connected')
      } else if (connectionState === 'failed') this.again()
      else if (connectionState === 'disconnected') {
        this.changed('lost')
        this.lostTimer ??= setTimeout(() => this.again(), lostAfterMs)
      }
    }
    return connection
  }

  /** The sound was lost, or did not come about: it is begun anew. */
  private again(): void {
    if (this.closed) return
    this.changed(this.wasConnected ? 'lost' : 'connecting')
    if (this.begins) void this.offer().catch(() => undefined)
    else this.tell({ kind: 'here', page: this.page, again: true })
    this.wait()
    this.waitMs = Math.min(2 * this.waitMs, mostWaitMs)
  }

  /** Begins anew what is not connected in time. */
  private wait(): void {
    this.stopWaiting()
    this.lostTimer = setTimeout(() => this.again(), this.waitMs)
  }

  private stopWaiting(): void {
    if (this.lostTimer !== null) clearTimeout(this.lostTimer)
    this.lostTimer = null
  }

  private drop(): void {
    this.stopWaiting()
    this.connection?.close()
    this.connection = null
    this.counted = { lost: 0, received: 0 }
  }

  private tell(signal: CallSignal): void {
    if (!this.closed) this.send(signal).catch(() => undefined)
  }

  /** Whether what is said here goes out. */
  speak(on: boolean): void {
    for (const track of this.local.getAudioTracks()) track.enabled = on
  }

  /** The keys' tones go out with the sound (RFC 4733), and what was pressed beside it. */
  press(keys: string): void {
    const dtmf = this.connection?.getSenders().find((one) => one.dtmf?.canInsertDTMF === true)?.dtmf
    // What has not sounded yet would be forgotten.
    dtmf?.insertDTMF(`${dtmf.toneBuffer}${keys}`, toneMs, toneGapMs)
    // One after the other, or a later key could be read before an earlier one.
    this.pressed = this.pressed
      .then(() => (this.closed ? undefined : this.send({ kind: 'tones', keys })))
      .catch(() => undefined)
  }

  /** Not every browser tells in its statistics how loud what it sends is. */
  private levelHere(): number {
    if (this.closed || this.connection?.connectionState !== 'connected') return 0
    this.loudness ??= new Loudness(this.local)
    return this.loudness.now()
  }

  async stats(): Promise<SoundStats> {
    const found = {
      levelHere: null as number | null,
      levelThere: 0,
      roundTripMs: null as number | null,
      lostPercent: 0,
      bytesHere: 0,
      bytesThere: 0,
      nothingForMs: 0,
    }
    const report = await this.connection?.getStats()
    report?.forEach((one: Record<string, unknown>) => {
      const number = (name: string): number => (typeof one[name] === 'number' ? one[name] : 0)
      if (one.type === 'media-source' && typeof one.audioLevel === 'number') found.levelHere = one.audioLevel
      else if (one.type === 'outbound-rtp') found.bytesHere = number('bytesSent')
      else if (one.type === 'inbound-rtp') {
        found.levelThere = number('audioLevel')
        found.bytesThere = number('bytesReceived')
        const [lost, received] = [number('packetsLost'), number('packetsReceived')]
        const [newLost, all] = [lost - this.counted.lost, lost - this.counted.lost + received - this.counted.received]
        found.lostPercent = all > 0 ? Math.max(0, Math.round((100 * newLost) / all)) : 0
        if (received > this.counted.received) this.cameAt = performance.now()
        this.counted = { lost, received }
      } else if (
        one.type === 'candidate-pair' &&
        one.nominated === true &&
        typeof one.currentRoundTripTime === 'number'
      )
        found.roundTripMs = Math.round(one.currentRoundTripTime * 1000)
    })
    found.nothingForMs = performance.now() - this.cameAt
    return { ...found, levelHere: found.levelHere ?? this.levelHere() }
  }
}
