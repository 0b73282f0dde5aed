// Load limits: how many slots an agent has and whether one more interaction fits. Imports plan.
import { isCall, type Channel, type LoadLimits } from '../plan/index.ts'

/** Slots taken by what an agent carries: `carried` holds one channel for each interaction. */
export const slotsTaken = (limits: LoadLimits, carried: readonly Channel[]): number =>
  carried.reduce((sum, channel) => sum + limits.channels[channel].slots, 0)

/** Why one more does not fit: too few slots, as many of its channel as may be, or something that wants to be alone. */
export type RoomGap =
  | { readonly code: 'noLimits' }
  | { readonly code: 'slots'; readonly needs: number; readonly free: number }
  | { readonly code: 'most'; readonly most: number }
  | { readonly code: 'alone'; readonly beside: Channel; readonly wants: 'carried' | 'next' }
  /** Beside a call only texts of the caller are wanted. */
  | { readonly code: 'otherCustomer'; readonly beside: Channel }

/** Of two channels one is a call and the other is not. */
export const isCallAndText = (one: Channel, other: Channel): boolean => isCall(one) !== isCall(other)

/**
 * Why one more interaction of the channel does not fit beside what is carried, or null where it does. `sameCustomer`:
 * where it is a text, the calls carried are with its customer; where it is a call, the texts are.
 */
export function roomGap(
  limits: LoadLimits | null,
  carried: readonly Channel[],
  next: Channel,
  sameCustomer = false,
): RoomGap | null {
  if (limits === null) return { code: 'noLimits' }
  const { slots, most, alone, beside } = limits.channels[next]
  for (const channel of carried) {
    if (alone && !beside.includes(channel)) return { code: 'alone', beside: channel, wants: 'next' }
    const other = limits.channels[channel]
    if (other.alone && !other.beside.includes(next)) return { code: 'alone', beside: channel, wants: 'carried' }
  }
  if (limits.sameCustomerInCalls && !sameCustomer) {
    const other = carried.find((channel) => isCallAndText(channel, next))
    if (other !== undefined) return { code: 'otherCustomer', beside: other }
  }
  const free = limits.slots - slotsTaken(limits, carried)
  if (slots > free) return { code: 'slots', needs: slots, free }
  return carried.filter((channel) => channel === next).length >= most ? { code: 'most', most } : null
}

/** Whether one more interaction of the channel fits beside what is carried (`roomForIt` in docs/architecture.md). */
export const hasRoom = (
  limits: LoadLimits | null,
  carried: readonly Channel[],
  next: Channel,
  sameCustomer = false,
): boolean => roomGap(limits, carried, next, sameCustomer) === null
