import { v7 as newId } from 'uuid'
import type { RTCPeerConnection } from 'werift'
import { frame, murmur } from './murmur.ts'

/** What two ends of a call say to each other to set up its sound (docs/formats/gateway.yaml). */
export interface CallSignal {
  readonly kind: 'here' | 'offer' | 'answer' | 'candidate' | 'tones'
  readonly page?: string
  readonly again?: boolean
  readonly session?: string
  readonly sdp?: string
  readonly candidate?: { readonly candidate?: string; readonly sdpMid?: string | null; readonly sdpMLineIndex?: number }
}

const packetMs = 20

/** Where the n-th packet stands among the others (RFC 3550): numbers of 16 bits, time in samples of 32 bits. */
export const placeOf = (n: number): { readonly sequenceNumber: number; readonly timestamp: number } => ({
  sequenceNumber: n & 0xffff,
  timestamp: (n * frame) >>> 0,
})

/** Large, and needed only once a real person is in a call. */
const webrtc = () => import('werift')
type WebRtc = Awaited<ReturnType<typeof webrtc>>

/**
 * A simulated person's end of a call: it talks without words, and drops what it hears. Nothing is opened before the
 * other end says something, so that two simulated people who talk cost nothing.
 */
export class CallEnd {
  private readonly page = newId()
  private connection: RTCPeerConnection | null = null
  private session = ''
  private closed = false
  private talking: NodeJS.Timeout | null = null
  private early: CallSignal[] = []
  /** Of sound, since this end was made. */
  heardBytes = 0

  constructor(
    /** Whether this end begins the sound: an agent's, never a customer's. */
    private readonly begins: boolean,
    private readonly seed: number,
    private readonly send: (signal: CallSignal) => Promise<void>,
  ) {}

  /** Says that this end is there. */
  begin(): void {
    this.tell({ kind: 'here', page: this.page, again: false })
  }

  async hear(signal: CallSignal): Promise<void> {
    const { kind, session = '', sdp = '' } = signal
    const rtc = await webrtc()
    if (this.closed) return
    if (kind === 'here') return this.begins ? this.offer(rtc) : this.begin()
    if (kind === 'offer') {
      const connection = this.open(rtc, session)
      await connection.setRemoteDescription({ type: 'offer', sdp })
      await connection.setLocalDescription(await connection.createAnswer())
      this.tell({ kind: 'answer', session, sdp: connection.localDescription?.sdp ?? '' })
    } else if (session !== this.session || this.connection === null) {
      return
    } else if (kind === 'answer') {
      await this.connection.setRemoteDescription({ type: 'answer', sdp })
    } else if (kind === 'candidate') {
      this.early.push(signal)
    }
    await this.takeCandidates()
  }

  close(): void {
    this.closed = true
    this.drop()
  }

  private drop(): void {
    if (this.talking !== null) clearInterval(this.talking)
    this.talking = null
    this.early = []
    void this.connection?.close()
    this.connection = null
  }

  private async offer(rtc: WebRtc): Promise<void> {
    const connection = this.open(rtc, newId())
    await connection.setLocalDescription(await connection.createOffer())
    this.tell({ kind: 'offer', session: this.session, sdp: connection.localDescription?.sdp ?? '' })
  }

  /** Candidates can come before the description that they belong to. */
  private async takeCandidates(): Promise<void> {
    if (this.connection?.remoteDescription == null) return
    const early = this.early
    this.early = []
    for (const { candidate, session } of early)
      if (candidate !== undefined && session === this.session) await this.connection.addIceCandidate(candidate)
  }

  private open(rtc: WebRtc, session: string): RTCPeerConnection {
    this.drop()
    this.session = session
    const { MediaStreamTrack, RTCPeerConnection, RTCRtpCodecParameters, RtpHeader, RtpPacket } = rtc
    const pcmu = new RTCRtpCodecParameters({ mimeType: 'audio/PCMU', clockRate: 8000, channels: 1, payloadType: 0 })
    const connection = new RTCPeerConnection({
      codecs: { audio: [pcmu], video: [] },
      iceServers: [],
      // Both ends may be on one machine that has no other network.
      iceAdditionalHostAddresses: ['127.0.0.1'],
    })
    this.connection = connection
    const track = new MediaStreamTrack({ kind: 'audio' })
    connection.addTransceiver(track, { direction: 'sendrecv' })
    connection.onTrack.subscribe((theirs) =>
      theirs.onReceiveRtp.subscribe(({ payload }) => {
        this.heardBytes += payload.length
      }),
    )
    connection.onIceCandidate.subscribe((candidate) => {
      if (candidate !== undefined && this.connection === connection)
        this.tell({ kind: 'candidate', session, candidate: candidate.toJSON() })
    })
    connection.connectionStateChange.subscribe((state) => {
      if (state === 'connected' && this.connection === connection)
        this.talk((sent, words) => {
          const header = { payloadType: 0, ssrc: this.seed, ...placeOf(sent) }
          track.writeRtp(new RtpPacket(new RtpHeader(header), words))
        })
    })
    return connection
  }

  /** Hands over the next words of 20 ms, with their number, as time goes on. */
  private talk(write: (sent: number, words: Buffer) => void): void {
    if (this.talking !== null) return
    const words = murmur(this.seed)
    let sent = 0
    const begunAt = performance.now()
    this.talking = setInterval(() => {
      // A timer comes late now and then: what is due is sent, so that no gap grows.
      for (const due = (performance.now() - begunAt) / packetMs; sent < due; sent += 1) write(sent, words())
    }, packetMs)
  }

  private tell(signal: CallSignal): void {
    this.send(signal).catch(() => undefined)
  }
}
