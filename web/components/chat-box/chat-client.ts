'use client'
import { newId } from '../../view/new-id.ts'
import type { Channel, ContentId, CustomerId, LineId, QueueId, InteractionId } from '@eudromos/core/plan'
import type { ChatView, MessageView } from '../../view/view.ts'
import { followLasting } from '../stream/lasting.ts'
import { request, requestJson } from '../stream/send.ts'

export interface ChatState {
  readonly id: string
  readonly view: ChatView | null
  readonly messages: readonly MessageView[]
  readonly connected: boolean
  readonly typing: boolean
}

export interface LineChoice {
  readonly channel: Channel
  readonly id: LineId
  readonly name: string
  /** What its customers speak; null: it is not said. */
  readonly language: string | null
  readonly queues: readonly {
    readonly id: QueueId
    readonly name: string
    readonly inPreparation: boolean
    readonly open: boolean
    /** When it opens next; null where it is open, or never opens. */
    readonly opensAt: number | null
    /** What customers are told while an emergency keeps it closed; undefined: none does. */
    readonly closure?: string | null
  }[]
}

const gateway = '/api/gateway'

/** What a customer can ask about, by line. */
export const readLines = (customerId: CustomerId | null): Promise<{ centre: string; lines: LineChoice[] }> =>
  request(`${gateway}/lines${customerId === null ? '' : `?customer=${encodeURIComponent(customerId)}`}`)

export interface Begin {
  readonly lineId: LineId
  readonly queueId: QueueId
  readonly name: string
  readonly text: string
  readonly customerId: CustomerId | null
  /** Where it is closed: the words wait for the opening. */
  readonly leaveMessage: boolean
}

/** Begins a chat; gives its id. Begun with the same id of ours a second time it is the same chat. */
export const beginChat = (id: InteractionId, begin: Begin): Promise<{ readonly id: InteractionId }> =>
  requestJson(`${gateway}/chats`, 'POST', { id, ...begin })

/** One chat, or call, as the customer's device holds it; it lives on the gateway's stream. */
export class ChatClient {
  private state: ChatState
  private readonly listeners = new Set<() => void>()
  private typingEnds: ReturnType<typeof setTimeout> | null = null

  private readonly hearers = new Set<(from: string, data: unknown) => void>()

  constructor(
    readonly id: InteractionId,
    private readonly kind: 'chats' | 'calls' = 'chats',
  ) {
    this.state = { id, view: null, messages: [], connected: false, typing: false }
  }

  private url(rest: string): string {
    return `${gateway}/${this.kind}/${this.id}/${rest}`
  }

  open(): () => void {
    const close = followLasting(this.url('live'), {
      events: {
        chat: (view: ChatView) => {
          const before = view.anew ? [] : this.state.messages
          const known = new Set(before.map(({ number }) => number))
          const messages = [...before, ...view.messages.filter(({ number }) => !known.has(number))]
          this.set({ view, messages, connected: true })
          if (view.phase === 'over') close()
        },
        signal: ({ from, data }: { readonly from: string; readonly data: unknown }) => {
          for (const hear of this.hearers) hear(from, data)
        },
        typing: () => {
          this.set({ typing: true })
          if (this.typingEnds !== null) clearTimeout(this.typingEnds)
          this.typingEnds = setTimeout(() => this.set({ typing: false }), 4000)
        },
      },
      lost: () => this.set({ connected: false }),
      // It is too old, or another device's; what was seen of it stays to be read.
      gone: () => this.set({ view: this.state.view ?? lost }),
    })
    return close
  }

  private set(part: Partial<ChatState>): void {
    this.state = { ...this.state, ...part }
    for (const listener of this.listeners) listener()
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly get = (): ChatState => this.state

  /** Calls with what another end of a call says; gives what ends it. */
  onSignal(hear: (from: string, data: unknown) => void): () => void {
    this.hearers.add(hear)
    return () => this.hearers.delete(hear)
  }

  async signal(to: string, data: object): Promise<void> {
    await requestJson(this.url('signals'), 'POST', { to, data })
  }

  async say(id: string, text: string): Promise<void> {
    await requestJson(this.url('messages'), 'POST', { id, text })
  }

  async attach(file: File): Promise<void> {
    const query = new URLSearchParams({ name: file.name, id: newId() })
    await request(`${this.url('attachments')}?${query}`, { method: 'POST', body: file })
  }

  async received(delivered: number, seen: number): Promise<void> {
    await requestJson(this.url('receipts'), 'POST', { delivered, seen })
  }

  async typing(): Promise<void> {
    await requestJson(this.url('typing'), 'POST', {})
  }

  /** Of a call: it is not to be recorded. */
  async refuseRecording(): Promise<void> {
    await requestJson(this.url('refuse-recording'), 'POST', {})
  }

  /** Of a call: to be called at one's turn, or no longer. */
  async callback(wanted: boolean): Promise<void> {
    await requestJson(this.url('callback'), wanted ? 'POST' : 'DELETE', {})
  }

  async leave(): Promise<void> {
    await requestJson(this.url('leave'), 'POST', {})
  }

  fileHref = (contentId: ContentId): string => this.url(`attachments/${encodeURIComponent(contentId)}`)
}

const lost: ChatView = {
  phase: 'over',
  asked: false,
  held: false,
  links: [],
  outcome: null,
  queueName: '',
  language: null,
  agentName: null,
  shownAs: null,
  announcement: '',
  recorded: null,
  agentGone: false,
  callback: null,
  calledFrom: null,
  voicemail: false,
  place: null,
  estimatedWaitSeconds: null,
  receipts: { customer: { delivered: 0, seen: 0 }, agent: { delivered: 0, seen: 0 } },
  messages: [],
  anew: true,
}
