// Who may be offered something beside what they carry because it is from the same customer.
import type { AgentId, CustomerId, InteractionId, LoadLimits } from '../../plan/index.ts'
import type { Interaction } from '../state/pieces.ts'

/**
 * Under limits that want only one customer beside a call, who carries something is in no pool for the other kind; what
 * their customer has waiting is kept here, so that it is found all the same. Empty where no limits say so.
 */
export class Beside {
  /** Some limits of the plan say so. */
  used = false
  private readonly carriers = new Map<CustomerId, Set<AgentId>>()
  private readonly customers = new Map<AgentId, readonly CustomerId[]>()
  private readonly waiting = new Map<CustomerId, Map<InteractionId, Interaction>>()
  private readonly nobody: ReadonlySet<AgentId> = new Set()

  reset(all: readonly LoadLimits[]): void {
    this.used = all.some(({ sameCustomerInCalls }) => sameCustomerInCalls)
    this.carriers.clear()
    this.customers.clear()
    this.waiting.clear()
  }

  /** Notes from whom the agent carries something. What waits of these, and of those from whom they no longer do. */
  carries(agentId: AgentId, limits: LoadLimits | null, from: () => readonly CustomerId[]): Interaction[] {
    if (limits === null || !limits.sameCustomerInCalls) return []
    const before = this.customers.get(agentId) ?? []
    const now = from()
    for (const customer of before) this.leave(customer, agentId)
    for (const customer of now) this.carriers.set(customer, (this.carriers.get(customer) ?? new Set()).add(agentId))
    if (now.length === 0) this.customers.delete(agentId)
    else this.customers.set(agentId, now)
    return [...new Set([...before, ...now])].flatMap((customer) => [...(this.waiting.get(customer)?.values() ?? [])])
  }

  private leave(customer: CustomerId, agentId: AgentId): void {
    const of = this.carriers.get(customer)
    of?.delete(agentId)
    if (of?.size === 0) this.carriers.delete(customer)
  }

  /** Who carries something of its customer. */
  carriersOf({ customerId }: Interaction): ReadonlySet<AgentId> {
    return this.carriers.get(customerId) ?? this.nobody
  }

  waits(one: Interaction): void {
    if (!this.used) return
    const { customerId, id } = one
    this.waiting.set(customerId, (this.waiting.get(customerId) ?? new Map<InteractionId, Interaction>()).set(id, one))
  }

  waitsNoMore({ customerId, id }: Interaction): void {
    if (!this.used) return
    const of = this.waiting.get(customerId)
    of?.delete(id)
    if (of?.size === 0) this.waiting.delete(customerId)
  }
}
