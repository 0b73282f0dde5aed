import { isCall, type InteractionId, type QueueId } from '@eudromos/core/plan'
import { atWork, visitOf, type Interaction } from '@eudromos/core/routing'
import { readRecord, readTranscripts } from '@eudromos/database'
import type { ChatView, MessageView } from '../../view/view.ts'
import { aliasOf } from '../live/aliases.ts'
import type { Change } from '../runtime/follower.ts'
import { chatView, clocksApartMs, closureOf, languageOf, messageView } from '../live/project.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Stream } from '../edge/stream.ts'

const placeEveryMs = 1000
/** Those who wait in one queue are told of it one after the other: all at once they would hold up the others. */
const spreadMs = 1000
const longestTimerMs = 3_600_000

const takesMessages = ({ follower }: Runtime, queueId: QueueId): boolean =>
  follower.document?.queues.find(({ id }) => id === queueId)?.voicemail === true

/** Keeps a customer's page current: the whole small view each time, messages as they come. */
export class ChatFeed {
  private work: Promise<void> = Promise.resolve()
  private known = 0
  private placeDue: NodeJS.Timeout | null = null
  private againDue: NodeJS.Timeout | null = null
  private messages: MessageView[] = []
  private drawn = ''

  constructor(
    private readonly runtime: Runtime,
    private readonly interactionId: InteractionId,
    private readonly stream: Stream,
  ) {}

  async begin(): Promise<() => void> {
    const { follower } = this.runtime
    const stop = follower.watch({
      changed: (change) => this.take(change),
      refreshed: (interactions) => {
        if (interactions.has(this.interactionId)) this.enqueue(() => this.showAnew())
      },
      typing: ({ interactionId, side }) => {
        if (interactionId === this.interactionId && side === 'agent') this.stream.send('typing', {})
      },
      signal: ({ interactionId, from, to, data }) => {
        if (interactionId === this.interactionId && to === 'customer')
          this.stream.send('signal', { from: aliasOf(interactionId, from), data })
      },
    })
    this.enqueue(async () => {
      await follower.pull()
      await this.showAnew()
    })
    await this.work
    return () => {
      stop()
      if (this.placeDue !== null) clearTimeout(this.placeDue)
      if (this.againDue !== null) clearTimeout(this.againDue)
    }
  }

  /** All that was said, in place of what was shown. */
  private async showAnew(): Promise<void> {
    this.messages = (await readTranscripts(this.runtime.database, [this.interactionId])).map(messageView)
    this.known = 0
    await this.show(true)
  }

  private take(change: Change): void {
    const { state } = this.runtime.follower
    const interaction = state.interactions.get(this.interactionId)
    const agentId = interaction === undefined ? undefined : atWork(interaction)[0]?.personId
    const concerned =
      change.interactions.has(this.interactionId) || (agentId !== undefined && change.people.has(agentId))
    if (change.everything || concerned) {
      const said = change.messages.filter(({ interactionId }) => interactionId === this.interactionId)
      this.enqueue(async () => {
        for (const line of said)
          if (!this.messages.some(({ number }) => number === line.number)) this.messages.push(messageView(line))
        await this.show()
      })
      return
    }
    const waits = interaction?.phase === 'waiting' || interaction?.phase === 'offered'
    if (interaction === undefined || !waits || !change.queues.has(visitOf(interaction).queueId)) return
    this.placeDue ??= setTimeout(
      () => {
        this.placeDue = null
        this.enqueue(() => this.show())
      },
      placeEveryMs + Math.random() * spreadMs,
    )
  }

  private enqueue(step: () => Promise<void>): void {
    this.work = this.work.then(step).catch((error: unknown) => {
      this.runtime.log.warn({ err: error }, 'chat stream ended')
      this.stream.close()
    })
  }

  private async show(anew = false): Promise<void> {
    const { follower } = this.runtime
    const interaction = follower.state.interactions.get(this.interactionId)
    const at = this.runtime.clock.now()
    const view = interaction === undefined ? await this.over() : chatView(follower, interaction, at)
    if (interaction !== undefined) this.lookAgain(interaction, at)
    const sent = this.messages.slice(this.known)
    this.known = this.messages.length
    // That another window of the same customer opened changes nothing to be seen.
    const drawn = JSON.stringify(view)
    if (!anew && sent.length === 0 && drawn === this.drawn) return
    this.drawn = drawn
    this.stream.send('chat', { ...view, messages: sent, anew } satisfies ChatView)
  }

  /** A caller who waits long enough may ask to be called back: nothing else need happen for that. */
  private lookAgain(interaction: Interaction, at: number): void {
    const { state } = this.runtime.follower
    const visit = visitOf(interaction)
    const after = state.lookup.queues.get(visit.queueId)?.callbackAfterSeconds ?? null
    const waits = interaction.phase === 'waiting' || interaction.phase === 'offered'
    const inMs = after === null ? 0 : after * 1000 + clocksApartMs - state.servedWaitMs(visit, at)
    if (this.againDue !== null) clearTimeout(this.againDue)
    this.againDue = null
    if (isCall(interaction.channel) && waits && inMs > 0)
      this.againDue = setTimeout(() => this.enqueue(() => this.show()), Math.min(inMs, longestTimerMs))
  }

  private async over(): Promise<Omit<ChatView, 'messages' | 'anew'>> {
    const record = await readRecord(this.runtime.database, this.interactionId)
    const outcome = record?.outcome ?? 'abandoned'
    const all = this.messages.length
    const rejected = record?.endedBy === 'system' ? record.endedAt : null
    return {
      phase: 'over',
      asked: false,
      held: false,
      links: [],
      outcome: outcome === 'underWay' ? null : outcome,
      queueName: record?.queueName ?? '',
      language: record === null ? null : languageOf(this.runtime.follower.document, record.lineId),
      shownAs: null,
      announcement: '',
      recorded: null,
      agentGone: false,
      callback: null,
      calledFrom: null,
      voicemail:
        record !== null &&
        isCall(record.channel) &&
        outcome === 'rejected' &&
        takesMessages(this.runtime, record.queueId),
      agentName: record?.agentName?.split(' ')[0] ?? null,
      place: null,
      estimatedWaitSeconds: null,
      closure:
        rejected === null || record === null ? undefined : closureOf(this.runtime.follower, record.queueId, rejected),
      receipts: { customer: { delivered: all, seen: all }, agent: { delivered: all, seen: all } },
    }
  }
}
