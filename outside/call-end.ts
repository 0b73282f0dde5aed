import { v7 as newId } from 'uuid'
import { MediaStreamTrack, RTCPeerConnection, RTCRtpCodecParameters, RtpHeader, RtpPacket } from 'werift'
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
const pcmu = () => new RTCRtpCodecParameters({ mimeType: 'audio/PCMU', clockRate: 8000, channels: 1, payloadType: 0 })

/**
 * A simulated person's end of a call: it talks without words, and drops what it hears. Nothing is opened before the
 * other end says something, so that two simulated people who talk cost nothing.
 */
export class CallEnd {
  private readonly page = newId()
  private connection: RTCPeerConnection | null = null
  private session = ''
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
    if (kind === 'here') return this.begins ? this.offer() : this.begin()
    if (kind === 'offer') {
      const connection = this.open(session)
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
    if (this.talking !== null) clearInterval(this.talking)
    this.talking = null
    this.early = []
    void this.connection?.close()
    this.connection = null
  }

  private async offer(): Promise<void> {
    const connection = this.open(newId())
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

  private open(session: string): RTCPeerConnection {
    this.close()
    this.session = session
    const connection = new RTCPeerConnection({
      codecs: { audio: [pcmu()], video: [] },
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
      if (state === 'connected' && this.connection === connection) this.talk(track)
    })
    return connection
  }

  private talk(track: MediaStreamTrack): void {
    if (this.talking !== null) return
    const words = murmur(this.seed)
    let sent = 0
    const begunAt = performance.now()
    this.talking = setInterval(() => {
      // A timer comes late now and then: what is due is sent, so that no gap grows.
      for (const due = (performance.now() - begunAt) / packetMs; sent < due; sent += 1)
        track.writeRtp(
          new RtpPacket(
            new RtpHeader({
              payloadType: 0,
              sequenceNumber: sent & 0xffff,
              timestamp: (sent * frame) >>> 0,
              ssrc: this.seed,
            }),
            words(),
          ),
        )
    }, packetMs)
  }

  private tell(signal: CallSignal): void {
    this.send(signal).catch(() => undefined)
  }
}
