import type { AgentId, InteractionId, ProcessId, ConnectionId, PersonId } from '@eudromos/core/plan'
import { newId } from '../../view/new-id.ts'
import type { Actor } from '@eudromos/core/routing'
import { envelope } from '../edge/envelope.ts'
import type { Follower } from './follower.ts'
import type { Sender } from './sender.ts'

type Kind = { readonly agentId: AgentId } | { readonly interactionId: InteractionId }

interface Connection {
  readonly id: ConnectionId
  readonly of: Kind
  readonly actor: Actor
  readonly onBehalfOf: PersonId | null
}

/** A carrier that has begun an interaction opens its stream within this time, or does not stand for anybody. */
const carrierWithinMs = 5000

/**
 * The streams of this process that stand for somebody's presence. They are told to the router when they open and close;
 * should it believe one lost that is open (the process was cut off for a while), it is told anew.
 */
export class Connections {
  private readonly open = new Map<ConnectionId, Connection>()
  private readonly closers = new Set<() => void>()
  /** How often each carrier's stream is open: a carrier that comes back may do so before it was noticed gone. */
  private readonly carriers = new Map<string, number>()
  private closing = false

  constructor(
    private readonly processId: ProcessId,
    private readonly sender: Sender,
    follower: Follower,
  ) {
    follower.watch({
      changed: ({ events }) => {
        for (const event of events) {
          if (event.type !== 'agentDisconnected' && event.type !== 'customerDisconnected') continue
          const connection = this.open.get(event.connectionId)
          if (connection !== undefined) void this.tell(connection, true).catch(() => undefined)
        }
      },
    })
  }

  /** Registers an open stream; gives its id. Throws when the router cannot be told. */
  async begin(
    of: Kind,
    actor: Actor,
    onBehalfOf: PersonId | null = null,
    id: ConnectionId = newId(),
  ): Promise<ConnectionId> {
    const connection: Connection = { id, of, actor, onBehalfOf }
    this.open.set(id, connection)
    try {
      await this.tell(connection, true)
    } catch (error) {
      this.open.delete(id)
      throw error
    }
    return id
  }

  /**
   * Registers an interaction whose connection came with its arrival: the stream of its carrier. Gives the connection's id.
   * A request that was on its way as that stream ended would leave its customer here for ever: where the stream is not
   * open, nor opened soon, its connection ends.
   */
  adopt(carrier: string, interactionId: InteractionId): ConnectionId {
    const id = idOf(carrier, interactionId)
    this.open.set(id, { id, of: { interactionId }, actor: { kind: 'customer', id: interactionId }, onBehalfOf: null })
    if (!this.carriers.has(carrier))
      setTimeout(() => {
        if (!this.carriers.has(carrier)) this.end(id)
      }, carrierWithinMs).unref()
    return id
  }

  /** A carrier's stream is open: it stands for the interactions that it begins, and for these agents. */
  async carry(carrier: string, agentIds: Iterable<PersonId>): Promise<void> {
    this.carriers.set(carrier, (this.carriers.get(carrier) ?? 0) + 1)
    await Promise.all(
      [...agentIds].map((agentId) =>
        this.begin({ agentId }, { kind: 'person', id: agentId }, null, idOf(carrier, agentId)),
      ),
    )
  }

  /** A carrier's stream has closed, and with it all that it stood for. */
  drop(carrier: string): void {
    const others = (this.carriers.get(carrier) ?? 1) - 1
    if (others > 0) {
      this.carriers.set(carrier, others)
      return
    }
    this.carriers.delete(carrier)
    for (const id of [...this.open.keys()]) if (id.startsWith(idOf(carrier, ''))) this.end(id)
  }

  /** The stream has closed. A process that is ending says nothing: its lease speaks for all its streams at once. */
  end(id: ConnectionId): void {
    const connection = this.open.get(id)
    if (connection === undefined) return
    this.open.delete(id)
    if (!this.closing) void this.tell(connection, false).catch(() => undefined)
  }

  /** What the stream stood for is over: nobody need be told. */
  forget(id: ConnectionId): void {
    this.open.delete(id)
  }

  /** Calls `close` when the process ends. */
  onClose(close: () => void): () => void {
    this.closers.add(close)
    return () => this.closers.delete(close)
  }

  closeAll(): void {
    this.closing = true
    for (const close of this.closers) close()
  }

  private async tell({ id, of, actor, onBehalfOf }: Connection, here: boolean): Promise<void> {
    const { processId } = this
    const place = { connectionId: id, processId }
    const command =
      'agentId' in of
        ? envelope(here ? 'connectAgent' : 'disconnectAgent', actor, { ...of, ...place }, { onBehalfOf })
        : envelope(here ? 'connectCustomer' : 'disconnectCustomer', actor, { ...of, ...place }, { onBehalfOf })
    await this.sender.submit({ command })
  }
}

/** The connection of one whom a carrier's stream stands for. */
export const idOf = (carrier: string, of: string): ConnectionId => `${carrier}.${of}` as ConnectionId
