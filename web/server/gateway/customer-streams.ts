import type { InteractionId } from '@eudromos/core/plan'
import { tooMany } from '../edge/problem.ts'

/** A customer's page in so many windows; the oldest gives way, as one that was forgotten. */
const mostOfOne = 4
/** Of one address: many may share it, and nobody needs as many as would hold up the others. */
const mostOfPlace = 200

/** The open streams of customers, who need no sign-in: without a limit one of them would cost as much as a centre. */
export class CustomerStreams {
  private readonly open = new Map<string, (() => void)[]>()
  private readonly places = new Map<string, number>()

  /** Gives what is done once the stream has ended. Throws where one place has too many. */
  begin(interactionId: InteractionId, place: string, close: () => void): () => void {
    const held = this.places.get(place) ?? 0
    if (held >= mostOfPlace) throw tooMany()
    this.places.set(place, held + 1)
    const own = this.open.get(interactionId) ?? []
    this.open.set(interactionId, own)
    own.push(close)
    if (own.length > mostOfOne) own[0]?.()
    return () => {
      this.leave(place)
      const at = own.indexOf(close)
      if (at >= 0) own.splice(at, 1)
      if (own.length === 0 && this.open.get(interactionId) === own) this.open.delete(interactionId)
    }
  }

  private leave(place: string): void {
    const left = (this.places.get(place) ?? 1) - 1
    if (left > 0) this.places.set(place, left)
    else this.places.delete(place)
  }

  /** How many are open. */
  get size(): number {
    return [...this.places.values()].reduce((sum, count) => sum + count, 0)
  }
}
