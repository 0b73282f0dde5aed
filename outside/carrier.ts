import { v7 as newId } from 'uuid'
import type { CallSignal } from './call-end.ts'
import { eventsOf } from './events.ts'

export interface News {
  readonly interactionId: string
  readonly channel: string | null
  readonly phase: 'waiting' | 'offered' | 'connected' | 'resting' | 'wrapUp' | 'over'
  readonly offer: { readonly id: string; readonly agentId: string } | null
  readonly agentId: string | null
  readonly turn: 'customer' | 'agent' | null
  readonly messages: number
  readonly onList: boolean
  /** Nobody is at the customer's end: whoever has it calls them. */
  readonly here: boolean
  readonly toDial: boolean
}

/** What another end of a call says to a simulated agent's. */
export interface AgentSignal {
  readonly interactionId: string
  readonly from: string
  readonly to: string
  readonly data: CallSignal
}

export interface LineInfo {
  readonly channel: string
  readonly id: string
  /** The number, of a line that has one. */
  readonly address: string | null
  readonly queues: readonly {
    readonly id: string
    readonly name: string
    readonly open: boolean
    readonly byHand: boolean
  }[]
}

export class GatewayError extends Error {
  constructor(
    readonly status: number,
    text: string,
  ) {
    super(text)
  }
}

/** A carrier at the centre's gateway: what a telephone or text network would speak, with its key. */
export class Carrier {
  readonly connection = newId()
  private readonly tokens = new Map<string, string>()

  constructor(
    private origin: string,
    private readonly key: string,
  ) {}

  /** Goes to another web process of the same centre. */
  moveTo(origin: string): void {
    this.origin = origin
  }

  private async send(path: string, body: unknown, token = this.key): Promise<unknown> {
    const answer = await fetch(`${this.origin}${path}`, {
      method: 'POST',
      headers: {
        authorization: `Bearer ${token}`,
        'content-type': 'application/json',
        'x-connection': this.connection,
        'x-forwarded-for': 'outside',
      },
      body: JSON.stringify(body),
    })
    const text = await answer.text()
    if (!answer.ok) throw new GatewayError(answer.status, text)
    return text === '' ? null : (JSON.parse(text) as unknown)
  }

  async lines(): Promise<LineInfo[]> {
    const answer = await fetch(`${this.origin}/api/gateway/lines`, { headers: { authorization: `Bearer ${this.key}` } })
    if (!answer.ok) throw new GatewayError(answer.status, await answer.text())
    return ((await answer.json()) as { lines: LineInfo[] }).lines
  }

  /** Begins a chat; the same id a second time is the same chat. */
  async beginChat(lineId: string, queueId: string, name: string, text: string, id = newId()): Promise<string> {
    const begun = (await this.send('/api/gateway/chats', { id, lineId, queueId, name, text })) as { token: string }
    this.tokens.set(id, begun.token)
    return id
  }

  async say(interactionId: string, text: string): Promise<void> {
    await this.send(
      `/api/gateway/chats/${interactionId}/messages`,
      { id: newId(), text },
      this.tokens.get(interactionId),
    )
  }

  async leave(interactionId: string): Promise<void> {
    await this.send(`/api/gateway/chats/${interactionId}/leave`, {}, this.tokens.get(interactionId))
  }

  /** With which the customer's device proves that the chat is its own; empty where it was not begun here. */
  tokenOf(interactionId: string): string {
    return this.tokens.get(interactionId) ?? ''
  }

  /** Whether the chat was begun here. */
  knows(interactionId: string): boolean {
    return this.tokens.has(interactionId)
  }

  forget(interactionId: string): void {
    this.tokens.delete(interactionId)
  }

  /** A simulated agent acts. */
  async act(agentId: string, type: string, body: Record<string, unknown>, id = newId()): Promise<void> {
    await this.send('/api/gateway/robots/commands', { id, type, agentId, body: { ...body, agentId } })
  }

  /** A simulated agent's end of a call says something to another end. */
  async signal(agentId: string, interactionId: string, to: string, data: CallSignal): Promise<void> {
    await this.send('/api/gateway/robots/signals', { agentId, interactionId, to, data })
  }

  /** Reads the stream until it ends or is aborted. `ready` gives the simulated agents that are connected now. */
  async follow(
    agents: number,
    signal: AbortSignal,
    told: {
      ready(agentIds: readonly string[]): void
      news(news: News): void
      signal?(signal: AgentSignal): void
    },
  ): Promise<void> {
    const query = new URLSearchParams({ connection: this.connection, agents: String(agents) })
    const answer = await fetch(`${this.origin}/api/gateway/robots/live?${query}`, {
      headers: { authorization: `Bearer ${this.key}` },
      signal,
    })
    if (!answer.ok || answer.body === null) throw new GatewayError(answer.status, await answer.text())
    for await (const { event, data } of eventsOf(answer)) {
      if (event === 'ready') told.ready((JSON.parse(data) as { agents: string[] }).agents)
      else if (event === 'news') told.news(JSON.parse(data) as News)
      else if (event === 'signal') told.signal?.(JSON.parse(data) as AgentSignal)
    }
  }
}
