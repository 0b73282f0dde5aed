import type { InteractionId, PersonId, QueueId } from '@eudromos/core/plan'
import type { Change, Follower } from '../runtime/follower.ts'
import { interactionView, personView, planView, queueView } from './project.ts'
import { keyed, Piece, type Keyed } from './shown.ts'

type Makers = Readonly<Record<Keyed, (follower: Follower, id: string) => object | null>>
const makers: Makers = {
  people: (follower, id) => personView(follower, id as PersonId),
  queues: (follower, id) => queueView(follower, id as QueueId),
  interactions: (follower, id) => interactionView(follower, id as InteractionId),
}

/** People, queues and interactions as browsers are sent them: each is made once for all who are shown it. */
export class Pieces {
  private readonly made = {
    people: new Map<string, Piece | null>(),
    queues: new Map<string, Piece | null>(),
    interactions: new Map<string, Piece | null>(),
  }
  private planOf: { readonly document: Follower['document']; readonly json: string } | null = null
  readonly end: () => void

  /** Hears of changes before whoever shows them. */
  constructor(private readonly follower: Follower) {
    this.end = follower.watch({
      changed: (change) => this.forget(change),
      // Names may be others: of interactions they stand in many places.
      refreshed: () => this.made.interactions.clear(),
    })
  }

  private forget(change: Change): void {
    if (change.everything) for (const kind of keyed) this.made[kind].clear()
    else for (const kind of keyed) for (const id of change[kind]) this.made[kind].delete(id)
  }

  /** Null where there is no such one. */
  of(kind: Keyed, id: string): Piece | null {
    const known = this.made[kind].get(id)
    if (known !== undefined) return known
    const view = makers[kind](this.follower, id)
    const piece = view === null ? null : new Piece(view)
    this.made[kind].set(id, piece)
    return piece
  }

  plan(): string {
    const { document } = this.follower
    if (this.planOf?.document !== document || document === null)
      this.planOf = { document, json: JSON.stringify(planView(this.follower)) }
    return this.planOf.json
  }
}
