// What falls due when.
import { Heap, heapNode } from '../heap/index.ts'
import type { Instant } from '../plan/index.ts'
import type { Deadline, DeadlineKind, DeadlineNodes } from './index-pieces.ts'

export class Timetable {
  readonly deadlines = new Heap<Deadline>()
  /** Apart, since all that a wait has reached by an instant counts for whatever happens at it. */
  readonly steps = new Heap<Deadline>()

  clear(): void {
    this.deadlines.clear()
    this.steps.clear()
  }

  /** Sets when it falls due; null: not at all. */
  set(of: DeadlineNodes, kind: DeadlineKind, id: string, dueAt: Instant | null): void {
    const known = of[kind]
    const heap = kind === 'step' ? this.steps : this.deadlines
    if (known === undefined) {
      if (dueAt === null) return
      const node = heapNode<Deadline>({ kind, id }, dueAt, `${kind}:${id}`)
      of[kind] = node
      heap.add(node)
    } else if (dueAt === null) heap.remove(known)
    else if (known.position === -1 || known.key !== dueAt) {
      heap.remove(known)
      known.key = dueAt
      heap.add(known)
    }
  }

  drop(of: DeadlineNodes): void {
    for (const node of Object.values(of)) (node.item.kind === 'step' ? this.steps : this.deadlines).remove(node)
  }
}
