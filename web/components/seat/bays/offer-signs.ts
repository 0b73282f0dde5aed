'use client'
import { isCall, type AgentId } from '@eudromos/core/plan'
import { useEffect, useSyncExternalStore } from 'react'
import { calls } from '../../../messages/calls.ts'
import { joining } from '../../../messages/joining.ts'
import { en } from '../../../messages/en.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { useOneWindow } from '../../one-window.ts'
import { soundOffer } from '../call/sound.ts'

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
export const useSoundHere = (agentId: AgentId): boolean => useOneWindow(agentId === '' ? null : seatWindow(agentId))

/** What the window is called that carries the sound of a seat. */
export const seatWindow = (agentId: AgentId): string => `seat ${agentId}`

/** What is before an agent to be answered: an offer, or a colleague who asks them into a call. */
export interface OfferSign {
  readonly id: string
  /** On the tab. */
  readonly name: string
  readonly says: string
  readonly rings: boolean
}

export function offerSign(view: View | null): OfferSign | null {
  for (const one of Object.values(view?.interactions ?? {})) {
    const { id, phase, offer, customerName: name, channel, agentName } = one
    if (phase === 'offered' && offer !== null) {
      const words = view?.messages[id]?.[0]?.text ?? ''
      const rings = isCall(channel)
      return { id: offer.id, name, says: rings ? calls.notified(name) : en.seat.announceOffer(name, words), rings }
    }
    if (askedIn(one, view) !== undefined)
      return { id: `consult ${id}`, name, says: joining.asked(agentName ?? '', name), rings: true }
  }
  return null
}

/** That whoever's seat it is was asked into the call, and has not answered. */
export const askedIn = (
  { guests }: InteractionView,
  view: View | null,
): InteractionView['guests'][number] | undefined =>
  guests.find(({ personId, way }) => way === 'asked' && personId === view?.agentId)

/** An offer is also a sound, a sign on the tab, a message for screen readers, and where the tab is hidden a notification. */
export function useOfferSigns(sign: OfferSign | null, soundHere: boolean): void {
  const offerId = sign?.id
  const { name, says, rings } = sign ?? { name: '', says: '', rings: false }
  const [sounds] = useSounds()
  useEffect(() => {
    if (offerId === undefined) return
    const title = document.title
    document.title = `◆ ${name}`
    const mark = document.title
    return () => {
      // Another page may have come meanwhile, with a title of its own.
      if (document.title === mark) document.title = title
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
    const shown = new Notification(says, { tag: offerId })
    shown.onclick = () => window.focus()
    return () => shown.close()
  }, [offerId, says, soundHere])
  useEffect(() => {
    const region = document.getElementById('offer-announcement')
    if (region !== null) region.textContent = offerId === undefined ? '' : says
  }, [offerId, says])
}
