'use client'
import { openLocalSound, type LocalSound } from './local-sound.ts'
import { CallPeer, type CallSignal, type PeerState, type SoundStats } from './peer.ts'

/** The sound between this end of a call and another. */
/** Whose end it is: a customer's device knows those of the centre by aliases alone. */
export type EndId = string

export interface CallLink {
  readonly state: PeerState
  readonly stats: SoundStats | null
  /** What is heard of the other end; to be played. */
  readonly remote: MediaStream
}

export interface CallSound {
  /** There is no microphone that may be used: a made tone is sent in its place. */
  readonly made: boolean
  /** What is said here; null until the microphone is open. */
  readonly local: MediaStream | null
  readonly links: ReadonlyMap<EndId, CallLink>
  /** The last keys that were pressed at other ends. */
  readonly keysHeard: string
  /** Presses keys of the telephone: whoever hears this end hears their tones. */
  readonly press: (keys: string) => void
}

/** Nothing is heard of that end: its page is gone, or the way to it is cut. */
export const isGone = (link: CallLink | undefined): boolean =>
  link?.state !== 'connected' || (link.stats?.nothingForMs ?? 0) > goneAfterMs

interface Peer {
  readonly peer: CallPeer
  state: PeerState
  stats: SoundStats | null
}

const statsEveryMs = 500
const goneAfterMs = 1000
const mostEarly = 100
const mostKeys = 20

/** Of two ends the one that begins the sound between them: never the customer's; of two people the first by their ids. */
export const beginsWith = (self: EndId, other: EndId): boolean =>
  other === 'customer' || (self !== 'customer' && self < other)

/** One end's part in a call of any number: its microphone, and a line of sound to each other end. */
export class CallRoom {
  private local: LocalSound | null = null
  private readonly peers = new Map<EndId, Peer>()
  /** What was said before the microphone was open, or before it was known here that the other end is in the call. */
  private readonly early = new Map<EndId, CallSignal[]>()
  private wanted: readonly EndId[] = []
  private speaksTo: (party: EndId) => boolean = () => true
  private keysHeard = ''
  private closed = false
  private timer: ReturnType<typeof setInterval> | null = null

  constructor(
    private readonly self: EndId,
    private readonly send: (to: EndId, signal: CallSignal) => Promise<void>,
    private readonly changed: (sound: CallSound) => void,
  ) {}

  /** Opens the microphone, or makes a tone of this frequency (Hz). */
  async open(frequency: number): Promise<void> {
    const local = await openLocalSound(frequency)
    if (this.closed) {
      local.stop()
      return
    }
    this.local = local
    this.timer = setInterval(() => void this.measure(), statsEveryMs)
    this.link(this.wanted)
    this.tell()
  }

  /** Whom this end keeps a line of sound to. */
  link(parties: readonly EndId[]): void {
    this.wanted = parties
    if (this.local === null || this.closed) return
    for (const [party, { peer }] of this.peers)
      if (!parties.includes(party)) {
        peer.close()
        this.peers.delete(party)
      }
    for (const party of parties) if (!this.peers.has(party)) this.meet(party, this.local.stream.clone())
    this.tell()
  }

  private meet(party: EndId, copy: MediaStream): void {
    const peer = new CallPeer(
      beginsWith(this.self, party),
      copy,
      (signal) => this.send(party, signal),
      (state) => {
        const one = this.peers.get(party)
        if (one === undefined) return
        one.state = state
        this.tell()
      },
      (keys) => {
        this.keysHeard = `${this.keysHeard}${keys}`.slice(-mostKeys)
        this.tell()
      },
    )
    this.peers.set(party, { peer, state: 'connecting', stats: null })
    peer.speak(this.speaksTo(party))
    peer.begin()
    const early = this.early.get(party) ?? []
    this.early.delete(party)
    for (const signal of early) void peer.hear(signal).catch(() => undefined)
  }

  /** To whom what is said here goes out. */
  speak(to: (party: EndId) => boolean): void {
    this.speaksTo = to
    for (const [party, { peer }] of this.peers) peer.speak(to(party))
  }

  private readonly press = (keys: string): void => {
    for (const [party, { peer }] of this.peers) if (this.speaksTo(party)) peer.press(keys)
  }

  hear(from: EndId, signal: CallSignal): void {
    const one = this.peers.get(from)
    if (one !== undefined) {
      void one.peer.hear(signal).catch(() => undefined)
      return
    }
    const early = this.early.get(from) ?? []
    if (early.length < mostEarly) this.early.set(from, [...early, signal])
  }

  close(): void {
    this.closed = true
    if (this.timer !== null) clearInterval(this.timer)
    for (const { peer } of this.peers.values()) peer.close()
    this.peers.clear()
    this.local?.stop()
    this.local = null
  }

  private async measure(): Promise<void> {
    await Promise.all(
      [...this.peers.values()].map(async (one) => {
        one.stats = await one.peer.stats()
      }),
    )
    this.tell()
  }

  private tell(): void {
    if (this.closed) return
    this.changed({
      made: this.local?.made ?? false,
      local: this.local?.stream ?? null,
      keysHeard: this.keysHeard,
      press: this.press,
      links: new Map(
        [...this.peers].map(([party, { state, stats, peer }]) => [party, { state, stats, remote: peer.remote }]),
      ),
    })
  }
}
