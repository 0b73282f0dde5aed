import type { AgentId, InteractionId, PersonId, QueueId } from '@eudromos/core/plan'
import 'server-only'
import { visitOf, type Interaction } from '@eudromos/core/routing'
import { readTranscripts } from '@eudromos/database'
import type { MessageView } from '../../view/view.ts'
import type { Change, Follower } from '../runtime/follower.ts'
import { emergencyViews, messageView } from './project.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { Json } from '../edge/json.ts'
import type { Stream } from '../edge/stream.ts'
import { Delta, keyed, Shown, type Keyed } from './shown.ts'

/** The whole centre, as far as somebody may see it; or one agent's seat. */
export type Scope =
  { readonly kind: 'live'; readonly viewerId: PersonId } | { readonly kind: 'seat'; readonly agentId: AgentId }

/** Keeps one browser's view current, from where it left off if that is not too long ago; gives what ends it. */
export async function beginLive(
  runtime: Runtime,
  scope: Scope,
  stream: Stream,
  lastSeq: number | null,
): Promise<() => void> {
  const { follower, centreViews } = runtime
  if (scope.kind === 'seat') return new SeatFeed(runtime, scope.agentId, stream).begin()
  const end = centreViews.begin(stream, scope.viewerId, lastSeq === null ? null : follower.since(lastSeq))
  const stop = follower.watch({
    signal: ({ interactionId, from, to, data }) => {
      if (to === scope.viewerId && centreViews.shows(stream, interactionId))
        stream.send('signal', { interactionId, from, data })
    },
  })
  return () => {
    stop()
    end()
  }
}

/** It waits in an open list of these queues, for anybody. */
function isOnList({ lookup }: Follower['state'], queues: ReadonlySet<QueueId>, one: Interaction | undefined): boolean {
  if (one?.phase !== 'waiting') return false
  const { queueId, awaitsOpening, preferred } = visitOf(one)
  return (
    queues.has(queueId) && !awaitsOpening && preferred === null && lookup.queues.get(queueId)?.selection === 'openList'
  )
}

const queuesEveryMs = 1000

/** One agent's seat: their own work and their own queues. A snapshot, then what is another than was told. */
class SeatFeed {
  private shown = new Shown()
  private work: Promise<void> = Promise.resolve()
  private sentSeq = 0
  private ownQueues: ReadonlySet<QueueId> = new Set()
  private readonly touchedQueues = new Set<QueueId>()
  private queuesDue: NodeJS.Timeout | null = null

  constructor(
    private readonly runtime: Runtime,
    private readonly agentId: AgentId,
    private readonly stream: Stream,
  ) {}

  async begin(): Promise<() => void> {
    const stop = this.runtime.follower.watch({
      changed: (change) => this.take(change),
      refreshed: (interactions) => {
        if ([...interactions].some((id) => this.knows(id))) this.enqueue(() => this.snapshot())
      },
      typing: ({ interactionId, side }) => {
        if (side === 'customer' && this.knows(interactionId)) this.stream.send('typing', { interactionId })
      },
      signal: ({ interactionId, from, to, data }) => {
        if (to === this.agentId && this.knows(interactionId)) this.stream.send('signal', { interactionId, from, data })
      },
    })
    this.enqueue(() => this.snapshot())
    await this.work
    return () => {
      stop()
      if (this.queuesDue !== null) clearTimeout(this.queuesDue)
    }
  }

  private knows(interactionId: InteractionId): boolean {
    return this.shown.interactions.has(interactionId)
  }

  /** It is told at once of what is its own, and now and then of its queues, which hundreds may share. */
  private take(change: Change): void {
    if (change.everything || this.concerns(change)) return this.enqueue(() => this.change(change))
    for (const id of change.queues) if (this.ownQueues.has(id)) this.touchedQueues.add(id)
    if (this.touchedQueues.size === 0) return
    this.queuesDue ??= setTimeout(() => {
      this.queuesDue = null
      this.enqueue(() => this.sendQueues())
    }, queuesEveryMs)
  }

  private concerns({ people, interactions, openLists }: Change): boolean {
    if (people.has(this.agentId)) return true
    for (const id of interactions) if (this.knows(id)) return true
    for (const id of openLists) if (this.ownQueues.has(id)) return true
    return false
  }

  private enqueue(step: () => void | Promise<void>): void {
    this.work = this.work.then(step).catch((error: unknown) => {
      this.runtime.log.warn({ err: error }, 'stream ended')
      this.stream.close()
    })
  }

  private reaches(interactionId: InteractionId): boolean {
    const { state } = this.runtime.follower
    return (
      state.agents.get(this.agentId)?.carried.includes(interactionId) === true ||
      isOnList(state, this.ownQueues, state.interactions.get(interactionId))
    )
  }

  private lookAt(ids: Readonly<Record<Keyed, Iterable<string>>>, delta: Delta): void {
    const { pieces } = this.runtime
    const isOwn: Readonly<Record<Keyed, (id: string) => boolean>> = {
      people: (id) => id === this.agentId,
      queues: (id) => this.ownQueues.has(id as QueueId),
      interactions: (id) => this.reaches(id as InteractionId),
    }
    for (const kind of keyed)
      for (const id of ids[kind]) this.shown.note(kind, id, isOwn[kind](id) ? pieces.of(kind, id) : null, delta)
  }

  /** All that is the agent's now, and all that was. */
  private all(): Record<Keyed, Set<string>> {
    const { state } = this.runtime.follower
    const mayTake = [...this.ownQueues].some((id) => state.lookup.queues.get(id)?.selection === 'openList')
    const listed = mayTake ? state.interactions.keys() : []
    const carried = state.agents.get(this.agentId)?.carried ?? []
    return {
      people: new Set([this.agentId]),
      queues: new Set([...this.shown.queues.keys(), ...this.ownQueues]),
      interactions: new Set([...this.shown.interactions.keys(), ...carried, ...listed]),
    }
  }

  private lookAtAll(delta: Delta): void {
    const { follower, pieces } = this.runtime
    this.lookAt(this.all(), delta)
    this.shown.noteWhole('plan', pieces.plan(), delta)
    this.shown.noteWhole('emergencies', JSON.stringify(emergencyViews(follower, this.agentId)), delta)
  }

  private async snapshot(): Promise<void> {
    const { follower, clock } = this.runtime
    // The state may be ahead of the words that belong to it: those come with the change after this seq.
    const { state, toldSeq: seq } = follower
    this.ownQueues = new Set(state.index.queuesOf(this.agentId))
    const shown = (this.shown = new Shown())
    this.lookAtAll(new Delta())
    for (const name of ['blockRequests', 'quarantined'] as const) shown.noteWhole(name, '[]', new Delta())
    const rest = { seq, at: clock.now(), scope: 'seat', agentId: this.agentId }
    const text = (messages: Record<string, MessageView[]>): string => shown.text({ ...rest, messages })
    const messages = await this.transcripts([...shown.interactions.keys()] as InteractionId[])
    this.sentSeq = seq
    this.stream.send('snapshot', new Json(text(messages)), seq)
  }

  private async change(change: Change): Promise<void> {
    const { follower, clock } = this.runtime
    if (change.seq <= this.sentSeq) return
    const before = new Set(this.shown.interactions.keys())
    const delta = new Delta()
    const queuesBefore = this.ownQueues
    this.ownQueues = new Set(follower.state.index.queuesOf(this.agentId))
    // With a queue comes and goes what waits in its open list.
    const sameQueues =
      queuesBefore.size === this.ownQueues.size && [...queuesBefore].every((id) => this.ownQueues.has(id))
    if (change.everything || !sameQueues) this.lookAtAll(delta)
    else this.lookAt({ ...change, queues: [...change.queues, ...this.touchedQueues] }, delta)
    this.touchedQueues.clear()
    const met = [...this.shown.interactions.keys()].filter((id) => !before.has(id)) as InteractionId[]
    const messages = await this.newMessages(change, met)
    this.sentSeq = change.seq
    if (!delta.isEmpty || Object.keys(messages).length > 0) {
      const rest = { seq: change.seq, at: clock.now(), messages }
      this.stream.send('change', new Json(delta.text(rest)), change.seq)
    }
  }

  private sendQueues(): void {
    const delta = new Delta()
    this.lookAt({ people: [], queues: this.touchedQueues, interactions: [] }, delta)
    this.touchedQueues.clear()
    if (delta.queues.size > 0) this.stream.send('queues', new Json(delta.queuesText()))
  }

  private async transcripts(ids: readonly InteractionId[]): Promise<Record<string, MessageView[]>> {
    const messages: Record<string, MessageView[]> = Object.fromEntries(ids.map((id) => [id, []]))
    const { follower, database } = this.runtime
    const unread = ids.filter((id) => follower.spoken.of(id) === null)
    const read = unread.length === 0 ? [] : await readTranscripts(database, unread)
    for (const line of [...read, ...ids.flatMap((id) => follower.spoken.of(id) ?? [])])
      messages[line.interactionId]?.push(messageView(line))
    return messages
  }

  private async newMessages(
    { messages: lines }: Change,
    met: readonly InteractionId[],
  ): Promise<Record<string, MessageView[]>> {
    const messages: Record<string, MessageView[]> = met.length > 0 ? await this.transcripts(met) : {}
    for (const line of lines)
      if (this.knows(line.interactionId) && !met.includes(line.interactionId))
        (messages[line.interactionId] ??= []).push(messageView(line))
    return messages
  }
}
