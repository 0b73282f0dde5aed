'use client'
import { useEffect, useRef, useState } from 'react'
import { hears, linkedWith, type CallParties, type PartyId } from '@eudromos/core/calls'
import { CallRoom, type CallSound, type EndId } from './call-room.ts'
import type { CallSignal } from './peer.ts'

const none: CallSound = { made: false, local: null, links: new Map(), keysHeard: '', press: () => undefined }

/** So that made tones can be told apart, in Hz. */
const toneOf = (self: EndId): number =>
  self === 'customer' ? 440 : 260 + 20 * ([...self].reduce((sum, sign) => sum + sign.charCodeAt(0), 0) % 8)

export interface CallWays {
  /** Brings a signal to another end. Must not change while the call lasts, like `listen`. */
  readonly send: (to: EndId, signal: CallSignal) => Promise<void>
  /** Calls with what other ends say; gives what ends it. */
  readonly listen: (hear: (from: EndId, signal: CallSignal) => void) => () => void
}

/**
 * The sound of a call at one end for as long as `on` holds: with whom, and to whom what is said here goes out, follow who is in
 * the call and how. Nothing goes out to anybody while `muted`.
 */
export function useCallSound(
  self: EndId,
  on: boolean,
  muted: boolean,
  { links, speaksTo }: { readonly links: readonly EndId[]; readonly speaksTo: readonly EndId[] },
  { send, listen }: CallWays,
): CallSound {
  const room = useRef<CallRoom | null>(null)
  const [sound, setSound] = useState(none)
  useEffect(() => {
    if (!on) return
    const one = new CallRoom(self, send, setSound)
    room.current = one
    const stop = listen((from, signal) => one.hear(from, signal))
    void one.open(toneOf(self))
    return () => {
      stop()
      one.close()
      room.current = null
      setSound(none)
    }
  }, [self, on, send, listen])
  // By their ids, so that a call that stands as it stood changes nothing.
  const [linked, spoken] = [links.join(' '), muted ? '' : speaksTo.join(' ')]
  useEffect(() => room.current?.link(linked === '' ? [] : linked.split(' ')), [linked, on, self, send, listen])
  useEffect(() => {
    const to = new Set(spoken.split(' '))
    room.current?.speak((party) => to.has(party))
  }, [spoken, on, self, send, listen])
  return sound
}

/** Of a call as it stands: with whom an end keeps a line of sound, and who hears it. */
export const waysOf = (call: CallParties, self: PartyId): { links: PartyId[]; speaksTo: PartyId[] } => {
  const links = linkedWith(call, self)
  return { links, speaksTo: links.filter((party) => hears(call, self, party)) }
}
