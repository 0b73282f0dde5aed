'use client'
import { useEffect, useRef, useState } from 'react'
import { CallPeer, type CallSignal, type PeerState, type SoundStats } from './peer.ts'
import { openLocalSound } from './local-sound.ts'

export interface CallSound {
  readonly state: PeerState
  readonly made: boolean
  readonly stats: SoundStats | null
  /** What is heard of the other end; to be played. */
  readonly remote: MediaStream | null
}

const everyMs = 500
/** So that the two made tones can be told apart. */
const tones = { agent: 330, customer: 440 } as const

/**
 * The sound of a call for as long as `on` holds. `send` brings a signal to the other end, `listen` calls with what it says;
 * neither may change while it lasts. Nothing goes out while `silent`.
 */
export function useCallSound(
  role: 'agent' | 'customer',
  on: boolean,
  silent: boolean,
  send: (signal: CallSignal) => Promise<void>,
  listen: (hear: (signal: CallSignal) => void) => () => void,
): CallSound {
  const peer = useRef<CallPeer | null>(null)
  const [sound, setSound] = useState<CallSound>({ state: 'connecting', made: false, stats: null, remote: null })
  useEffect(() => {
    if (!on) return
    let over = false
    let end = (): void => undefined
    // What is said before the microphone is open waits for it.
    const early: CallSignal[] = []
    const stop = listen((signal) => {
      if (peer.current === null) early.push(signal)
      else void peer.current.hear(signal).catch(() => undefined)
    })
    void openLocalSound(tones[role]).then((local) => {
      if (over) {
        local.stop()
        return
      }
      const one = new CallPeer(role, local.stream, send, (state) => setSound((before) => ({ ...before, state })))
      peer.current = one
      setSound({ state: 'connecting', made: local.made, stats: null, remote: one.remote })
      one.begin()
      for (const signal of early) void one.hear(signal).catch(() => undefined)
      const timer = setInterval(() => {
        void one.stats().then((stats) => {
          if (!over) setSound((before) => ({ ...before, stats }))
        })
      }, everyMs)
      end = () => {
        clearInterval(timer)
        one.close()
        local.stop()
        peer.current = null
      }
    })
    return () => {
      over = true
      stop()
      end()
      setSound({ state: 'connecting', made: false, stats: null, remote: null })
    }
  }, [role, on, send, listen])
  const { remote } = sound
  useEffect(() => peer.current?.speak(!silent), [silent, remote])
  return sound
}
