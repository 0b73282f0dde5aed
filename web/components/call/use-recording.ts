'use client'
import { useEffect, useMemo, useRef } from 'react'
import { CallRecorder, canRecord, type RecordingPlace } from './call-recorder.ts'
import type { CallSound } from './call-room.ts'

interface Recorded {
  /** Must not change while the call lasts. */
  readonly place: RecordingPlace
  /** Nobody else need be there. */
  readonly alone?: boolean
  /** The call is to be recorded now: not paused, not refused, and the announcement is over. */
  readonly on: boolean
  /** Somebody may go on after a pause. */
  readonly paused: boolean
  /** Whom of the call one hears now. */
  readonly heard: readonly string[]
  /** One's own words go out. */
  readonly speaking: boolean
}

/** Records the call while `on` holds. */
export function useRecording(sound: CallSound, { place, alone = false, on, paused, heard, speaking }: Recorded): void {
  const recorder = useRef<CallRecorder | null>(null)
  const able = useMemo(() => canRecord(), [])
  const { local, links } = sound
  const linked = alone || [...links.values()].some(({ state }) => state === 'connected')
  const ready = able && local !== null && linked
  useEffect(() => {
    if (!ready) return
    const one = new CallRecorder(place)
    recorder.current = one
    return () => {
      one.close()
      recorder.current = null
    }
  }, [ready, place])
  useEffect(() => {
    const streams = new Map<string, MediaStream>()
    if (local !== null && speaking) streams.set('self', local)
    for (const [id, link] of links) if (heard.includes(id) && link.state === 'connected') streams.set(id, link.remote)
    recorder.current?.mix(streams)
  })
  useEffect(() => {
    if (on) recorder.current?.start()
    else recorder.current?.stop(paused ? 'paused' : 'ended')
  }, [on, paused, ready])
}
