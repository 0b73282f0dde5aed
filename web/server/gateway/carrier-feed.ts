import type { Channel, AgentId, InteractionId, OfferId, PersonId } from '@eudromos/core/plan'
import { openOffer, visitOf } from '@eudromos/core/routing'
import { idOf } from '../runtime/connections.ts'
import type { Change } from '../runtime/follower.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Stream } from '../edge/stream.ts'

/** What a carrier is told of an interaction of its own, or one that is before a simulated agent of its own. */
export interface CarrierNews {
  readonly interactionId: InteractionId
  /** Null once it is over. */
  readonly channel: Channel | null
  readonly phase: 'waiting' | 'offered' | 'connected' | 'resting' | 'wrapUp' | 'over'
  readonly offer: { readonly id: OfferId; readonly agentId: AgentId } | null
  readonly agentId: AgentId | null
  readonly turn: 'customer' | 'agent' | null
  readonly messages: number
  /** The customer's end is connected: their page is open, or they are on the line. */
  readonly here: boolean
  /** It waits in an open list: an agent takes it. */
  readonly onList: boolean
  /** Nobody is at the customer's end of a call that rings nowhere: its agent calls them. */
  readonly toDial: boolean
}

/** Tells a carrier, in codes and without words, what happens to its simulated customers and agents. */
export class CarrierFeed {
  private stop: () => void = () => undefined
  private readonly mine = new Set<InteractionId>()
  private readonly agents: Set<PersonId>

  constructor(
    private readonly runtime: Runtime,
    private readonly connection: string,
    agentIds: readonly AgentId[],
  ) {
    this.agents = new Set(agentIds)
  }

  async begin(stream: Stream): Promise<void> {
    const { connections, follower } = this.runtime
    const forget = connections.onClose(stream.close)
    const unwatch = follower.watch({
      changed: (change) => this.tell(change, stream),
      signal: (signal) => {
        if (signal.to !== 'customer' && this.agents.has(signal.to)) stream.send('signal', signal)
      },
    })
    this.stop = () => {
      forget()
      unwatch()
      connections.drop(this.connection)
    }
    await connections.carry(this.connection, this.agents)
    stream.send('ready', { agents: [...this.agents] })
    await follower.pull()
    for (const agentId of this.agents)
      for (const id of follower.state.agents.get(agentId)?.carried ?? []) stream.send('news', this.newsOf(id))
  }

  end(): void {
    this.stop()
  }

  private tell(change: Change, stream: Stream): void {
    for (const event of change.events)
      if (event.type === 'interactionArrived' && event.connection?.id === idOf(this.connection, event.interactionId))
        this.mine.add(event.interactionId)
    for (const id of change.interactions) {
      const news = this.newsOf(id)
      const agentId = news.offer?.agentId ?? news.agentId
      const concerned = this.mine.has(id) || (agentId !== null && this.agents.has(agentId))
      if (concerned || news.phase === 'over') stream.send('news', news, change.seq)
      if (news.phase === 'over' && this.mine.delete(id)) this.runtime.connections.forget(idOf(this.connection, id))
    }
  }

  private newsOf(interactionId: InteractionId): CarrierNews {
    const { state } = this.runtime.follower
    const interaction = state.interactions.get(interactionId)
    if (interaction === undefined)
      return {
        ...{ interactionId, channel: null, phase: 'over', offer: null, agentId: null, turn: null, messages: 0 },
        ...{ here: false, onList: false, toDial: false },
      }
    const offer = openOffer(interaction)
    const { channel, phase, turn, messages, participations, toCall, dial, connections } = interaction
    const agentId = participations.find(({ to }) => to === null)?.personId ?? null
    return {
      interactionId,
      channel,
      phase,
      offer: offer === null ? null : { id: offer.id, agentId: offer.agentId },
      agentId,
      turn: turn.side,
      messages,
      here: connections.length > 0,
      onList: phase === 'waiting' && state.lookup.queues.get(visitOf(interaction).queueId)?.selection === 'openList',
      toDial: phase === 'connected' && toCall && dial === null && connections.length === 0,
    }
  }
}
