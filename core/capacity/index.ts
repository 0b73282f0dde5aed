// Load limits: how many slots an agent has and whether one more interaction fits. Imports plan.
import type { Channel, LoadLimits } from '../plan/index.ts'

/** Slots taken by what an agent carries: `carried` holds one channel for each interaction. */
export const slotsTaken = (limits: LoadLimits, carried: readonly Channel[]): number =>
  carried.reduce((sum, channel) => sum + limits.channels[channel].slots, 0)

/** Whether one more interaction of the channel fits beside what is carried (`roomForIt` in docs/architecture.md). */
export function hasRoom(limits: LoadLimits | null, carried: readonly Channel[], next: Channel): boolean {
  if (limits === null) return false
  const { slots, most } = limits.channels[next]
  const same = carried.filter((channel) => channel === next).length
  return slotsTaken(limits, carried) + slots <= limits.slots && same < most
}
