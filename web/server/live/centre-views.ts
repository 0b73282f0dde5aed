import type { Sight, InteractionId, PersonId, QueueId } from '@eudromos/core/plan'
import type { Change, Follower } from '../runtime/follower.ts'
import type { Pieces } from './pieces.ts'
import { Json } from '../edge/json.ts'
import type { Stream } from '../edge/stream.ts'
import { seesInteraction, sightFor } from '../sight/sight.ts'
import { blockRequestViews, emergencyViews, planView, quarantinedViews, queueView } from './project.ts'
import { Delta, keyed, Piece, Shown, type Keyed } from './shown.ts'

/** After one piece was sent, what comes within so many milliseconds goes with the next. */
const pauseMs = 200

interface Place {
  readonly follower: Follower
  readonly clock: { now(): number }
  readonly pieces: Pieces
}
type Ids = Readonly<Record<Keyed, Set<string>>>

/** With the number of the last event that it follows. */
interface Telling {
  readonly told: Json
  readonly seq: number
}

const noIds = (): Ids => ({ people: new Set(), queues: new Set(), interactions: new Set() })

/** The whole centre as some see it, kept current for all their streams at once: looked at, and written as JSON, one time. */
class CentreView {
  readonly shown = new Shown()
  readonly streams = new Set<Stream>()
  private seq: number
  private touched = noIds()
  private due: NodeJS.Timeout | null = null
  private sentAt = -Infinity

  constructor(
    private readonly place: Place,
    private readonly sight: Sight,
  ) {
    this.seq = place.follower.toldSeq
    this.lookAt(this.all(), new Delta())
    this.shown.noteWhole('plan', this.plan(), new Delta())
  }

  private get rest() {
    return { seq: this.seq, at: this.place.clock.now(), messages: {} }
  }

  snapshot(): Telling {
    this.flush()
    return { told: new Json(this.shown.text({ ...this.rest, scope: 'live', agentId: null })), seq: this.seq }
  }

  /** What whoever saw another view, or this one up to some changes, must be told; with the number of its last event. */
  since(before: Shown | readonly Change[]): Telling {
    this.flush()
    const delta = before instanceof Shown ? this.shown.since(before) : this.shown.of(idsOf(before))
    return { told: new Json(delta.text(this.rest)), seq: this.seq }
  }

  take(ids: Readonly<Record<Keyed, Iterable<string>>> | 'all'): void {
    const own = ids === 'all' ? this.all() : ids
    for (const kind of keyed) for (const id of own[kind]) this.touched[kind].add(id)
    this.due ??= setTimeout(() => this.flush(), Math.max(0, this.sentAt + pauseMs - performance.now()))
  }

  /** Tells all streams what is another by now. */
  flush(): void {
    if (this.due === null) return
    clearTimeout(this.due)
    this.due = null
    const delta = new Delta()
    this.lookAt(this.touched, delta)
    this.touched = noIds()
    this.seq = this.place.follower.toldSeq
    this.sentAt = performance.now()
    // Who waits to see what they did learns that it is done, though nothing of it may show.
    const told = new Json(delta.text(this.rest))
    for (const stream of this.streams) stream.send('change', told, this.seq)
  }

  end(): void {
    if (this.due !== null) clearTimeout(this.due)
  }

  private all(): Ids {
    const { state } = this.place.follower
    const { people, queues, interactions } = this.shown
    return {
      people: new Set([...state.agents.keys(), ...people.keys()]),
      queues: new Set([...state.queues.keys(), ...queues.keys()]),
      interactions: new Set([...state.interactions.keys(), ...interactions.keys()]),
    }
  }

  private lookAt(ids: Ids, delta: Delta): void {
    const { follower } = this.place
    for (const kind of keyed) for (const id of ids[kind]) this.shown.note(kind, id, this.pieceOf(kind, id), delta)
    const { person, queue } = this.sight
    this.shown.noteWhole('emergencies', JSON.stringify(emergencyViews(follower, null)), delta)
    this.shown.noteWhole('blockRequests', JSON.stringify(blockRequestViews(follower, person)), delta)
    this.shown.noteWhole('quarantined', JSON.stringify(quarantinedViews(follower, queue)), delta)
  }

  private pieceOf(kind: Keyed, id: string): Piece | null {
    const { follower, pieces } = this.place
    const { sight } = this
    if (kind === 'people') return sight.person(id as PersonId) ? pieces.of(kind, id) : null
    if (kind === 'interactions') {
      const interaction = follower.state.interactions.get(id as InteractionId)
      return interaction !== undefined && seesInteraction(sight, interaction) ? pieces.of(kind, id) : null
    }
    if (!sight.queue(id as QueueId)) return null
    if (sight.hidden.personIds.length === 0) return pieces.of(kind, id)
    const view = queueView(follower, id as QueueId, sight.person)
    return view === null ? null : new Piece(view)
  }

  private plan(): string {
    const { follower, pieces } = this.place
    if (this.sight.hidden.queueIds.length === 0) return pieces.plan()
    const plan = planView(follower)
    return JSON.stringify(plan && { ...plan, queues: plan.queues.filter(({ id }) => this.sight.queue(id)) })
  }
}

function idsOf(changes: readonly Change[]): Ids {
  const ids = noIds()
  for (const change of changes) for (const kind of keyed) for (const id of change[kind]) ids[kind].add(id)
  return ids
}

interface Viewing {
  readonly stream: Stream
  readonly viewerId: PersonId
  view: CentreView
}

/** The views of the centre that are looked at in this process: one for all who may see the same. */
export class CentreViews {
  private views = new Map<string, CentreView>()
  private readonly viewings = new Set<Viewing>()
  private document: Follower['document'] = null

  constructor(private readonly place: Place) {
    place.follower.watch({
      changed: (change) => this.changed(change),
      refreshed: (interactions) => {
        for (const view of this.views.values()) view.take({ people: [], queues: [], interactions })
      },
    })
  }

  /** Shows the centre on a stream, from where its reader left off where that is known still; gives what ends it. */
  begin(stream: Stream, viewerId: PersonId, missed: readonly Change[] | null): () => void {
    if (this.viewings.size === 0) this.document = this.place.follower.document
    const view = this.viewOf(viewerId)
    const { told, seq } = missed === null ? view.snapshot() : view.since(missed)
    stream.send(missed === null ? 'snapshot' : 'change', told, seq)
    const viewing: Viewing = { stream, viewerId, view }
    view.streams.add(stream)
    this.viewings.add(viewing)
    return () => {
      this.viewings.delete(viewing)
      viewing.view.streams.delete(stream)
      this.dropUnseen()
    }
  }

  /** Whether the stream shows this interaction. */
  shows(stream: Stream, interactionId: InteractionId): boolean {
    for (const { streams, shown } of this.views.values())
      if (streams.has(stream)) return shown.interactions.has(interactionId)
    return false
  }

  private changed(change: Change): void {
    if (this.place.follower.document !== this.document) return this.regroup()
    for (const view of this.views.values()) view.take(change.everything ? 'all' : change)
  }

  /** By another plan somebody may see more, or less: everybody is told what is different for them. */
  private regroup(): void {
    const before = this.views
    for (const view of before.values()) view.end()
    this.document = this.place.follower.document
    this.views = new Map()
    const told = new Map<CentreView, Map<CentreView, Telling>>()
    for (const viewing of this.viewings) {
      const [from, to] = [viewing.view, this.viewOf(viewing.viewerId)]
      const of = told.get(from) ?? new Map<CentreView, Telling>()
      told.set(from, of)
      const difference = of.get(to) ?? to.since(from.shown)
      of.set(to, difference)
      viewing.stream.send('change', difference.told, difference.seq)
      from.streams.delete(viewing.stream)
      to.streams.add(viewing.stream)
      viewing.view = to
    }
  }

  private viewOf(viewerId: PersonId): CentreView {
    const sight = sightFor(this.place.follower, viewerId)
    const key = JSON.stringify(sight.hidden)
    const view = this.views.get(key) ?? new CentreView(this.place, sight)
    this.views.set(key, view)
    return view
  }

  private dropUnseen(): void {
    for (const [key, view] of this.views)
      if (view.streams.size === 0) {
        view.end()
        this.views.delete(key)
      }
  }
}
