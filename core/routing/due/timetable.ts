// What falls due when.
import { Heap, heapNode } from '../../heap/index.ts'
import type { Instant } from '../../plan/index.ts'
import { callbackDueAt } from '../calls/callable.ts'
import type { Deadline, DeadlineIds, DeadlineKind, DeadlineOf } from './due.ts'
import type { DeadlineNodes } from '../state/index-pieces.ts'
import { endsUnattended, isUnanswered, visitOf, type Interaction } from '../state/pieces.ts'

export class Timetable {
  readonly deadlines = new Heap<Deadline>()
  /** Apart, since all that a wait has reached by an instant counts for whatever happens at it. */
  readonly steps = new Heap<DeadlineOf<'step'>>()
  private left: ReadonlySet<string> | null = null

  clear(): void {
    this.deadlines.clear()
    this.steps.clear()
  }

  /** These never fall due, until it is cleared. */
  leaveOut(deadlines: readonly Deadline[]): void {
    this.left = deadlines.length === 0 ? null : new Set(deadlines.map(({ kind, id }) => `${kind}:${id}`))
  }

  /** Sets when it falls due; null: not at all. */
  set<K extends DeadlineKind>(of: DeadlineNodes, kind: K, id: DeadlineIds[K], dueAt: Instant | null): void {
    const known = of[kind]
    const heap: Heap<Deadline> = kind === 'step' ? this.steps : this.deadlines
    if (known === undefined) {
      if (dueAt === null || this.left?.has(`${kind}:${id}`) === true) return
      // What opens and closes at an instant comes before all else at it.
      const tie = kind === 'hours' ? `:${id}` : `${kind}:${id}`
      const node = heapNode({ kind, id } as Deadline, dueAt, tie)
      of[kind] = node
      heap.add(node)
    } else if (dueAt === null) heap.remove(known)
    else if (known.position === -1 || known.key !== dueAt) {
      heap.remove(known)
      known.key = dueAt
      heap.add(known)
    }
  }

  /** All that falls due in the life of an interaction but its wait and its silence. */
  setLife(of: DeadlineNodes, interaction: Interaction, at: Instant): void {
    const { id, phase, guests, dial } = interaction
    const visit = visitOf(interaction)
    const unanswered = isUnanswered(interaction)
    this.set(of, 'answerWindow', id, phase === 'offered' ? (visit.offers.at(-1)?.dueAt ?? null) : null)
    this.set(of, 'preference', id, unanswered ? (visit.preferred?.until ?? null) : null)
    this.set(of, 'round', id, unanswered ? visit.retryDueAt : null)
    this.set(of, 'customerGrace', id, endsUnattended(interaction) ? interaction.customerGraceDueAt : null)
    this.set(of, 'rest', id, phase === 'resting' ? interaction.restDueAt : null)
    this.set(of, 'callback', id, callbackDueAt(interaction, at))
    this.set(of, 'dial', id, phase === 'connected' && dial !== null ? dial.dueAt : null)
    this.set(of, 'consult', id, guests.find(({ way }) => way === 'asked')?.dueAt ?? null)
    this.set(of, 'wrapUp', id, phase === 'wrapUp' ? interaction.wrapUpDueAt : null)
  }

  drop(of: DeadlineNodes): void {
    for (const node of Object.values(of)) (node.item.kind === 'step' ? this.steps : this.deadlines).remove(node)
  }
}
