import type { CustomerId, InteractionId, PersonId, QueueId } from '@eudromos/core/plan'
import { evolve, queuesCounting, visitOf, type Event, type Interaction, type State } from '@eudromos/core/routing'

/** It is of nobody and nothing of its own: how anything stands may be another after it. */
const concernsAll = (event: Event): boolean =>
  !('interactionId' in event) && !('agentId' in event) && !('queueId' in event) && !('customerId' in event)

const noGuests: Interaction['guests'] = []

/** What a stretch of the journal touched: of these, what is shown may be another after it. */
export class Touched {
  readonly interactions = new Set<InteractionId>()
  readonly people = new Set<PersonId>()
  readonly queues = new Set<QueueId>()
  readonly customers = new Set<CustomerId>()
  everything = false

  /** Takes one event into the state, and notes what it touches. */
  fold(state: State, event: Event): void {
    const { interactions, queues, customers } = this
    const agentId = 'agentId' in event ? event.agentId : null
    if (agentId !== null) this.person(state, agentId)
    const visited = 'interactionId' in event ? state.interactions.get(event.interactionId) : undefined
    const guests = visited?.guests ?? noGuests
    if (visited !== undefined) queues.add(visitOf(visited).queueId)
    evolve(state, event)
    if (agentId !== null) this.person(state, agentId)
    if ('interactionId' in event) {
      interactions.add(event.interactionId)
      const interaction = state.interactions.get(event.interactionId) ?? visited
      if (interaction !== undefined) {
        queues.add(visitOf(interaction).queueId)
        for (const part of [interaction.participations, guests, interaction.guests])
          for (const { personId } of part) this.person(state, personId)
      }
    }
    if ('queueId' in event) queues.add(event.queueId)
    // The clock of every wait there begins or stops.
    if (event.type === 'queueOpened' || event.type === 'queueClosed')
      for (const one of state.interactions.values())
        if (visitOf(one).queueId === event.queueId) interactions.add(one.id)
    if ('customerId' in event) customers.add(event.customerId)
    if (event.type === 'customerMerged') {
      customers.add(event.intoId)
      for (const { id, customerId } of state.interactions.values())
        if (customerId === event.intoId) interactions.add(id)
    }
    this.everything ||= concernsAll(event)
  }

  /** Somebody, and the queues that count them among theirs. */
  private person(state: State, id: PersonId): void {
    if (!state.agents.has(id)) return
    this.people.add(id)
    const limits = state.limitsOf(id)
    // Where so many of those who go by the same limits are kept free for calls, one of them may bind, or free, the others.
    const others = limits === null || limits.freeForCalls === 0 ? [id] : state.agents.keys()
    for (const one of others)
      if (one === id || state.limitsOf(one)?.id === limits?.id)
        for (const queueId of queuesCounting(state, one)) this.queues.add(queueId)
  }
}
