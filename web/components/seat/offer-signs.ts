'use client'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { calls } from '../../messages/calls.ts'
import { en } from '../../messages/en.ts'
import type { InteractionView, View } from '../../view/view.ts'
import { soundOffer } from './sound.ts'

const store = 'eudromos.seat.sounds'
const ringEveryMs = 2500
const listeners = new Set<() => void>()

const read = (): boolean => localStorage.getItem(store) !== 'off'

/** Whether the seat sounds; kept in this browser. */
export function useSounds(): [on: boolean, set: (on: boolean) => void] {
  const on = useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    read,
    () => true,
  )
  return [
    on,
    (next) => {
      localStorage.setItem(store, next ? 'on' : 'off')
      for (const listener of listeners) listener()
    },
  ]
}

/** Of all windows with this seat one rings and carries the sound of calls: the first that was opened, then the next. */
export function useSoundHere(agentId: string): boolean {
  const [here, setHere] = useState(false)
  useEffect(() => {
    if (agentId === '') return
    let release = (): void => undefined
    const gone = new AbortController()
    navigator.locks
      .request(`eudromos-seat-${agentId}`, { signal: gone.signal }, () => {
        setHere(true)
        return new Promise<void>((resolve) => (release = resolve))
      })
      .catch(() => undefined)
    return () => {
      gone.abort()
      release()
      setHere(false)
    }
  }, [agentId])
  return here
}

/** An offer is also a sound, a sign on the tab, a message for screen readers, and where the tab is hidden a notification. */
export function useOfferSigns(offer: InteractionView | undefined, view: View | null, soundHere: boolean): void {
  const offerId = offer?.offer?.id
  const words = offer === undefined ? '' : (view?.messages[offer.id]?.[0]?.text ?? '')
  const name = offer?.customerName ?? ''
  const rings = offer?.channel === 'voice'
  const [sounds] = useSounds()
  useEffect(() => {
    if (offerId === undefined) return
    const title = document.title
    document.title = `◆ ${name}`
    return () => {
      document.title = title
    }
  }, [offerId, name])
  useEffect(() => {
    if (offerId === undefined || !sounds || !soundHere) return
    soundOffer()
    if (!rings) return
    const timer = setInterval(soundOffer, ringEveryMs)
    return () => clearInterval(timer)
  }, [offerId, rings, sounds, soundHere])
  useEffect(() => {
    if (offerId === undefined || !soundHere || !document.hidden) return
    if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return
    const shown = new Notification(rings ? calls.notified(name) : en.seat.offeredBay(name), { tag: offerId })
    shown.onclick = () => window.focus()
    return () => shown.close()
  }, [offerId, name, rings, soundHere])
  useEffect(() => {
    const region = document.getElementById('offer-announcement')
    if (region !== null)
      region.textContent =
        offerId === undefined ? '' : rings ? calls.notified(name) : en.seat.announceOffer(name, words)
  }, [offerId, name, words, rings])
}
