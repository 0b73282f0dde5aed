// When a customer may be called who has asked for it.
import type { Instant } from '../../plan/index.ts'
import type { Callback, Interaction } from '../state/pieces.ts'

/** The first instant not before `at` at which they may be called, or null. */
export function callableFrom({ callable }: Pick<Callback, 'callable'>, at: Instant): Instant | null {
  for (let n = 0; n + 1 < callable.length; n += 2) {
    const [from, to] = [callable[n] ?? 0, callable[n + 1] ?? 0]
    if (at < to) return Math.max(from, at)
  }
  return null
}

export const isCallable = (callback: Pick<Callback, 'callable'>, at: Instant): boolean =>
  callableFrom(callback, at) === at

const isOff = ({ phase, connections }: Interaction): boolean => phase === 'waiting' && connections.length === 0

/** When something about a waiting callback changes by itself: it may be offered again, or no longer. Of one who may be called now. */
export function callbackDueAt(interaction: Interaction, at: Instant): Instant | null {
  const { callback } = interaction
  if (callback === null || !isOff(interaction)) return null
  if (callback.putOffUntil !== null) return callback.putOffUntil
  return callback.callable.find((to, n) => n % 2 === 1 && to > at) ?? null
}

/** It waits, and its customer may not be called just now. */
export const isUntimely = (interaction: Interaction, at: Instant): boolean => {
  const { callback } = interaction
  return isOff(interaction) && callback !== null && callback.putOffUntil === null && !isCallable(callback, at)
}
