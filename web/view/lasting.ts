// For how long something is laid over the plan, as one chooses it.
import { Zone } from '@eudromos/core/hours'

const dayMs = 86_400_000

/** Minutes, or null for the rest of the day. */
export const lasts = { halfHour: 30, hour: 60, twoHours: 120, today: null } as const
export type Lasting = keyof typeof lasts

/** When it ends that begins at `from`; the day ends at midnight in the zone. */
export function endOf(lasting: Lasting, zoneName: string, from: number): number {
  const minutes = lasts[lasting]
  if (minutes !== null) return Math.round(from + minutes * 60_000)
  const zone = Zone.of(zoneName)
  return zone.fromWall((Math.floor(zone.toWall(from) / dayMs) + 1) * dayMs)
}

/** The next instant at which the zone's clocks show the time typed, as HH:MM; null where it is none. */
export function nextAt(time: string, zoneName: string, now: number): number | null {
  const match = /^(\d\d):(\d\d)$/.exec(time)
  if (match === null) return null
  const zone = Zone.of(zoneName)
  const today = Math.floor(zone.toWall(now) / dayMs) * dayMs
  const minutes = (Number(match[1]) * 60 + Number(match[2])) * 60_000
  const at = zone.fromWall(today + minutes)
  return at > now ? at : zone.fromWall(today + dayMs + minutes)
}
