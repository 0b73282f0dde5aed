// How many of those who go by the same load limits must stay free for a call.
import { hasRoom } from '../../capacity/index.ts'
import { isCall, type AgentId, type Channel, type LoadLimits, type LoadLimitsId } from '../../plan/index.ts'

const nobody: readonly AgentId[] = []

/** Who is free for a call, of those whose limits keep some of them so. */
export class Reserve {
  private readonly free = new Map<LoadLimitsId, Set<AgentId>>()

  clear(): void {
    this.free.clear()
  }

  /**
   * Notes whether the agent is free for a call. The others of the same limits, where they are kept free from now on, or
   * no longer: whether something else may be offered to them has changed.
   */
  note(agentId: AgentId, limits: LoadLimits | null, isFree: () => boolean): readonly AgentId[] {
    if (limits === null || limits.freeForCalls === 0) return nobody
    let free = this.free.get(limits.id)
    if (free === undefined) this.free.set(limits.id, (free = new Set()))
    const before = free.size <= limits.freeForCalls
    if (isFree()) free.add(agentId)
    else free.delete(agentId)
    const after = free.size <= limits.freeForCalls
    return before === after ? nobody : [...free].filter((id) => id !== agentId)
  }

  /** Whether one more of the channel beside what is carried would leave too few free for a call. */
  keeps(agentId: AgentId, limits: LoadLimits | null, carried: () => readonly Channel[], next: Channel): boolean {
    if (limits === null || limits.freeForCalls === 0 || isCall(next)) return false
    const free = this.free.get(limits.id)
    if (free === undefined || free.size > limits.freeForCalls || !free.has(agentId)) return false
    return !hasRoom(limits, [...carried(), next], 'voice')
  }
}
