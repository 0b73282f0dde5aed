'use client'
import type { AgentId } from '@eudromos/core/plan'
import { createContext, useContext, useEffect, useMemo, useState, useSyncExternalStore, type ReactNode } from 'react'
import { useStore } from 'zustand/react'
import { createStore } from 'zustand/vanilla'
import type { View } from '../../view/view.ts'
import { pulseOf, secondMs } from './pulse.ts'
import { noState, StreamStore, type StoreState } from './store.ts'

const LiveContext = createContext<StreamStore | null>(null)
const SeatContext = createContext<StreamStore | null>(null)

function useStream(url: string | null, paced = false): StreamStore | null {
  const store = useMemo(() => (url === null ? null : new StreamStore(url, paced)), [url, paced])
  useEffect(() => store?.open(), [store])
  return store
}

/** The stream of the whole centre, for those who may see it. */
export function LiveStream({ allowed, children }: { allowed: boolean; children: ReactNode }) {
  return <LiveContext value={useStream(allowed ? '/api/live?view=live' : null, true)}>{children}</LiveContext>
}

/** The stream of one agent's seat; while it is open the agent counts as connected. */
export function SeatStream({ agentId, children }: { agentId: AgentId | null; children: ReactNode }) {
  const url = agentId === null ? null : `/api/live?view=seat&agent=${encodeURIComponent(agentId)}`
  return <SeatContext value={useStream(url)}>{children}</SeatContext>
}

export const useLiveStore = (): StreamStore | null => useContext(LiveContext)
export const useSeatStore = (): StreamStore | null => useContext(SeatContext)

/** Of whoever has no such stream. */
const nothing = createStore(() => noState)

/** A part of what the stream gives; draws anew only when that part is another. */
const usePart = <T,>(store: StreamStore | null, partOf: (state: StoreState) => T): T =>
  useStore(store?.shown ?? nothing, partOf)
export const useLivePart = <T,>(partOf: (state: StoreState) => T): T => usePart(useLiveStore(), partOf)
export const useSeatPart = <T,>(partOf: (state: StoreState) => T): T => usePart(useSeatStore(), partOf)

const whole = (state: StoreState): StoreState => state
export const useLive = (): StoreState => usePart(useLiveStore(), whole)
export const useSeat = (): StoreState => usePart(useSeatStore(), whole)

const noTime = (): number => 0

/** The centre's time in milliseconds, moving every `everyMs`. 0 until the first render in the browser. */
export function useNow(offsetMs: number, everyMs = secondMs): number {
  const { subscribe, now } = pulseOf(everyMs)
  const at = useSyncExternalStore(subscribe, now, noTime)
  return at === 0 ? 0 : at + offsetMs
}

/** Null before the stream has told. */
const offsetOf = ({ view, clockOffsetMs }: StoreState): number | null => (view === null ? null : clockOffsetMs)

/**
 * The centre's time by the stream of the whole centre, in whole steps of so many milliseconds. Until the stream has told:
 * `first`, which the server says; where it says nothing 0, and the browser's own time from the first render there on.
 * Renders once a step, not whenever something happens in the centre: large forms go by it.
 */
export function useCentreNow(stepMs: number, first = 0): number {
  const offsetMs = useLivePart(offsetOf)
  const [now, setNow] = useState(() => Math.floor(first / stepMs) * stepMs)
  useEffect(() => {
    if (offsetMs === null && first !== 0) return
    const tick = (): void => setNow(Math.floor((Date.now() + (offsetMs ?? 0)) / stepMs) * stepMs)
    tick()
    const timer = setInterval(tick, Math.min(stepMs, 1000))
    return () => clearInterval(timer)
  }, [offsetMs, stepMs, first])
  return now
}

/** The agent whose seat a view is. */
export const ownPerson = (view: View | null): View['people'][string] | null =>
  view?.agentId == null ? null : (view.people[view.agentId] ?? null)
