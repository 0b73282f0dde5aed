// Classes of demand in which nobody waits: kept for the next who want the same, but not without end.
import type { AgentId } from '../../plan/index.ts'
import type { AgentIndex, ClassIndex } from './index-pieces.ts'

/** A queue keeps so many: making one anew looks at all of its people, and each offer looks at all that there are. */
export const mostIdleClasses = 16

/** Nobody waits in the class now. Lets go of the one asked for least lately, where there are too many. */
export function restClass(of: ClassIndex, agents: ReadonlyMap<AgentId, AgentIndex>): void {
  const { idle, classes } = of.queue
  idle.add(of)
  const [stale] = idle
  if (idle.size <= mostIdleClasses || stale === undefined) return
  idle.delete(stale)
  classes.delete(stale.key)
  const { channel } = stale.wants
  for (const agentId of stale.places.keys()) {
    const places = agents.get(agentId)?.places.find((group) => group.channel === channel)?.places
    const place = places?.findIndex((one) => one.of === stale) ?? -1
    if (place !== -1) places?.splice(place, 1)
  }
}
