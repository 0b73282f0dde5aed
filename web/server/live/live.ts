import 'server-only'
import { visitOf, type Interaction } from '@eudromos/core/routing'
import { readTranscripts } from '@eudromos/database'
import type { MessageView, View, ViewChange } from '../../view/view.ts'
import type { Change, Follower } from '../runtime/follower.ts'
import {
  blockRequestViews,
  emergencyViews,
  interactionView,
  messageView,
  personView,
  planView,
  quarantinedViews,
  queueView,
} from './project.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { seesInteraction, sightFor } from '../sight/sight.ts'
import type { Stream } from '../edge/stream.ts'

/** The whole centre, as far as somebody may see it; or one agent's seat. */
export type Scope =
  { readonly kind: 'live'; readonly viewerId: string } | { readonly kind: 'seat'; readonly agentId: string }

const ownerOf = (scope: Scope): string => (scope.kind === 'seat' ? scope.agentId : scope.viewerId)

interface Reach {
  people(id: string): boolean
  queues(id: string): boolean
  interactions(id: string): boolean
}

/** What may be seen: supervisors the centre but for private teams of others, an agent their own work and their own queues. */
function reachOf(follower: Follower, scope: Scope): Reach {
  const { state } = follower
  if (scope.kind === 'live') {
    const sight = sightFor(follower, scope.viewerId)
    return {
      people: sight.person,
      queues: sight.queue,
      interactions: (id) => {
        const interaction = state.interactions.get(id)
        return interaction !== undefined && seesInteraction(sight, interaction)
      },
    }
  }
  const own = new Set(state.index.queuesOf(scope.agentId))
  return {
    people: (id) => id === scope.agentId,
    queues: (id) => own.has(id),
    interactions: (id) =>
      state.agents.get(scope.agentId)?.carried.includes(id) === true ||
      isOnList(state, own, state.interactions.get(id)),
  }
}

/** It waits in an open list of these queues, for anybody. */
function isOnList({ lookup }: Follower['state'], queues: ReadonlySet<string>, one: Interaction | undefined): boolean {
  if (one?.phase !== 'waiting') return false
  const { queueId, awaitsOpening, preferred } = visitOf(one)
  return (
    queues.has(queueId) && !awaitsOpening && preferred === null && lookup.queues.get(queueId)?.selection === 'openList'
  )
}

/** Whom a queue's people are shown to: supervisors whom they see; an agent is told numbers only. */
const counted = ({ kind }: Scope, { people }: Reach): ((id: string) => boolean) =>
  kind === 'live' ? people : () => true

function collect<T>(
  ids: Iterable<string>,
  within: (id: string) => boolean,
  view: (id: string) => T | null,
): Record<string, T> {
  const found: Record<string, T> = {}
  for (const id of ids) {
    const value = within(id) ? view(id) : null
    if (value !== null) found[id] = value
  }
  return found
}

const queuesEveryMs = 500

/** Keeps one browser's view current: a snapshot, then changes; after a break only what changed meanwhile. */
export class LiveFeed {
  private readonly known = new Set<string>()
  private work: Promise<void> = Promise.resolve()
  private sentSeq = 0
  private ownQueues: ReadonlySet<string> = new Set()
  private queuesDue: NodeJS.Timeout | null = null

  constructor(
    private readonly runtime: Runtime,
    private readonly scope: Scope,
    private readonly stream: Stream,
  ) {}

  /** Begins, from where the browser left off if that is not too long ago; gives what ends it. */
  async begin(lastSeq: number | null): Promise<() => void> {
    const { follower } = this.runtime
    const missed = lastSeq === null ? null : follower.since(lastSeq)
    const stop = follower.watch({
      changed: (change) => this.take(change),
      refreshed: (interactions) => {
        const concerned = this.scope.kind === 'live' || [...interactions].some((id) => this.known.has(id))
        if (concerned) this.enqueue(() => this.snapshot())
      },
      typing: ({ interactionId, side }) => {
        if (side === 'customer' && this.known.has(interactionId) && this.scope.kind === 'seat')
          this.stream.send('typing', { interactionId })
      },
      signal: ({ interactionId, from, to, data }) => {
        if (to === ownerOf(this.scope) && this.known.has(interactionId))
          this.stream.send('signal', { interactionId, from, data })
      },
    })
    this.enqueue(() => {
      if (missed === null || this.scope.kind === 'seat') return this.snapshot()
      const { interactions } = reachOf(follower, this.scope)
      for (const id of follower.state.interactions.keys()) if (interactions(id)) this.known.add(id)
      return this.change(missed)
    })
    await this.work
    return () => {
      stop()
      if (this.queuesDue !== null) clearTimeout(this.queuesDue)
    }
  }

  /** A seat is told at once of what is its own, and now and then of its queues, which hundreds may share. */
  private take(change: Change): void {
    if (change.everything) this.enqueue(() => this.snapshot())
    else if (this.scope.kind === 'live' || this.concerns(change, this.scope.agentId))
      this.enqueue(() => this.change([change]))
    else
      for (const id of change.queues)
        if (this.ownQueues.has(id)) {
          this.queuesDue ??= setTimeout(() => {
            this.queuesDue = null
            this.enqueue(() => this.sendQueues())
          }, queuesEveryMs)
          return
        }
  }

  private concerns({ people, interactions, openLists }: Change, agentId: string): boolean {
    if (people.has(agentId)) return true
    for (const id of interactions) if (this.known.has(id)) return true
    for (const id of openLists) if (this.ownQueues.has(id)) return true
    return false
  }

  private sendQueues(): Promise<void> {
    const { follower } = this.runtime
    const queues = collect(
      this.ownQueues,
      () => true,
      (id) => queueView(follower, id),
    )
    this.stream.send('queues', queues)
    return Promise.resolve()
  }

  private enqueue(step: () => Promise<void>): void {
    this.work = this.work.then(step).catch((error: unknown) => {
      this.runtime.log.warn({ err: error }, 'stream ended')
      this.stream.close()
    })
  }

  private async snapshot(): Promise<void> {
    const { follower, clock } = this.runtime
    // The state may be ahead of the words that belong to it: those come with the change after this seq.
    const { state, toldSeq: seq } = follower
    const reach = reachOf(follower, this.scope)
    if (this.scope.kind === 'seat') this.ownQueues = new Set(state.index.queuesOf(this.scope.agentId))
    const interactions = collect(state.interactions.keys(), reach.interactions, (id) => interactionView(follower, id))
    const view: Omit<View, 'messages'> = {
      seq,
      at: clock.now(),
      scope: this.scope.kind,
      agentId: this.scope.kind === 'seat' ? this.scope.agentId : null,
      plan: this.plan(reach),
      emergencies: emergencyViews(follower, this.scope.kind === 'seat' ? this.scope.agentId : null),
      blockRequests: this.scope.kind === 'seat' ? [] : blockRequestViews(follower, reach.people),
      quarantined: this.scope.kind === 'seat' ? [] : quarantinedViews(follower, reach.queues),
      people: collect(state.agents.keys(), reach.people, (id) => personView(follower, id)),
      queues: collect(state.queues.keys(), reach.queues, (id) => queueView(follower, id, counted(this.scope, reach))),
      interactions,
    }
    this.known.clear()
    for (const id of Object.keys(interactions)) this.known.add(id)
    const messages = this.scope.kind === 'seat' ? await this.transcripts(Object.keys(interactions)) : {}
    this.sentSeq = seq
    this.stream.send('snapshot', { ...view, messages }, seq)
  }

  /** The plan with the queues in reach of a supervisor; a seat has it whole. */
  private plan(reach: Reach): View['plan'] {
    const plan = planView(this.runtime.follower)
    if (plan === null || this.scope.kind === 'seat') return plan
    return { ...plan, queues: plan.queues.filter(({ id }) => reach.queues(id)) }
  }

  private async transcripts(ids: readonly string[]): Promise<Record<string, MessageView[]>> {
    const messages: Record<string, MessageView[]> = Object.fromEntries(ids.map((id) => [id, []]))
    const { follower, database } = this.runtime
    const unread = ids.filter((id) => follower.spoken.of(id) === null)
    const read = unread.length === 0 ? [] : await readTranscripts(database, unread)
    for (const line of [...read, ...ids.flatMap((id) => follower.spoken.of(id) ?? [])])
      messages[line.interactionId]?.push(messageView(line))
    return messages
  }

  private async change(changes: readonly Change[]): Promise<void> {
    const { follower, clock } = this.runtime
    const last = changes.at(-1)
    if (last === undefined || last.seq <= this.sentSeq) return
    const reach = reachOf(follower, this.scope)
    const interactions: Record<string, ReturnType<typeof interactionView>> = {}
    const met: string[] = []
    for (const id of union(changes, 'interactions')) {
      const view = reach.interactions(id) ? interactionView(follower, id) : null
      if (view !== null) {
        interactions[id] = view
        if (!this.known.has(id)) met.push(id)
        this.known.add(id)
      } else if (this.known.delete(id)) interactions[id] = null
    }
    const people = collect(union(changes, 'people'), reach.people, (id) => personView(follower, id))
    const queues = collect(union(changes, 'queues'), reach.queues, (id) =>
      queueView(follower, id, counted(this.scope, reach)),
    )
    const messages = this.scope.kind === 'seat' ? await this.newMessages(changes, met) : {}
    const view: ViewChange = { seq: last.seq, at: clock.now(), people, queues, interactions, messages }
    this.sentSeq = last.seq
    const parts = [people, queues, interactions, messages]
    if (parts.some((part) => Object.keys(part).length > 0)) this.stream.send('change', view, last.seq)
  }

  private async newMessages(
    changes: readonly Change[],
    met: readonly string[],
  ): Promise<Record<string, MessageView[]>> {
    const messages: Record<string, MessageView[]> = met.length > 0 ? await this.transcripts(met) : {}
    for (const { messages: lines } of changes)
      for (const line of lines)
        if (this.known.has(line.interactionId) && !met.includes(line.interactionId))
          (messages[line.interactionId] ??= []).push(messageView(line))
    return messages
  }
}

function union(changes: readonly Change[], part: 'interactions' | 'people' | 'queues'): Set<string> {
  if (changes.length === 1 && changes[0] !== undefined) return new Set(changes[0][part])
  return new Set(changes.flatMap((change) => [...change[part]]))
}
