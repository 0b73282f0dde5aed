// As much of a browser's calls as they are tried with, without sound.

/** It is connected once both descriptions are set. */
export class FakeConnection {
  static all: FakeConnection[] = []
  connectionState = 'new'
  localDescription: { sdp: string } | null = null
  remoteDescription: { sdp: string } | null = null
  candidates: unknown[] = []
  ontrack: ((event: { track: FakeTrack }) => void) | null = null
  onicecandidate: ((event: { candidate: { toJSON: () => object } | null }) => void) | null = null
  onconnectionstatechange: (() => void) | null = null
  constructor() {
    FakeConnection.all.push(this)
  }
  /** What the keys pressed were. */
  readonly keys: string[] = []
  getSenders = () => [
    { dtmf: { canInsertDTMF: true, toneBuffer: '', insertDTMF: (keys: string) => this.keys.push(keys) } },
  ]
  stats: Record<string, unknown>[] = []
  getStats = () => Promise.resolve(this.stats)
  addTrack(): void {}
  createOffer = () => Promise.resolve({ sdp: 'offer' })
  createAnswer = () => Promise.resolve({ sdp: 'answer' })
  setLocalDescription(description: { sdp: string }): Promise<void> {
    this.localDescription = description
    this.onicecandidate?.({ candidate: { toJSON: () => ({ candidate: 'here' }) } })
    this.settle()
    return Promise.resolve()
  }
  setRemoteDescription(description: { sdp: string }): Promise<void> {
    this.remoteDescription = description
    this.settle()
    return Promise.resolve()
  }
  addIceCandidate(candidate: unknown): Promise<void> {
    if (this.remoteDescription === null) throw new Error('there is no remote description yet')
    this.candidates.push(candidate)
    return Promise.resolve()
  }
  private settle(): void {
    if (this.localDescription !== null && this.remoteDescription !== null) this.become('connected')
  }
  become(state: string): void {
    this.connectionState = state
    this.onconnectionstatechange?.()
  }
  close(): void {
    this.connectionState = 'closed'
  }
}

export class FakeTrack {
  enabled = true
  stopped = false
  stop(): void {
    this.stopped = true
  }
}

/** Of one track; a copy has a track of its own. */
export class FakeStream {
  static copies: FakeStream[] = []
  readonly track = new FakeTrack()
  getTracks = (): FakeTrack[] => [this.track]
  getAudioTracks = (): FakeTrack[] => [this.track]
  clone(): FakeStream {
    const copy = new FakeStream()
    FakeStream.copies.push(copy)
    return copy
  }
}
