// The free agents of one step, in the order in which a selection method picks them.
import { Heap, heapNode, Ring, type HeapNode } from '../../heap/index.ts'
import type { Instant, SelectionMethod } from '../../plan/index.ts'
import type { Agent } from '../state/pieces.ts'

/** What the methods look at, of one agent in one queue. */
export interface Standing {
  readonly method: SelectionMethod
  readonly agent: Pick<Agent, 'id'>
  /** Of the channel in question. */
  readonly idleSince: Instant
  /** Slots taken, of so many. */
  readonly taken: number
  readonly slots: number
  /** The sum of levels over the skills required at entry. */
  readonly skill: number
  /** How far from the one whose turn it is, in the queue's order of people. */
  readonly distance: number
}

/** What a method sorts by: the smallest key first, equals by the tie. */
export interface Preference {
  readonly key: number
  readonly tie: string
}

const idle = ({ idleSince, agent: { id } }: Standing): string => `${String(idleSince).padStart(15, '0')} ${id}`

/** What the selection method looks at, of one agent. */
export function preference(standing: Standing): Preference {
  const { method, agent, idleSince, taken, slots, skill, distance } = standing
  switch (method) {
    case 'longestIdle':
    case 'openList':
    case 'byHand':
      return { key: idleSince, tie: agent.id }
    case 'lightestLoad':
      // Equal ratios of small integers are equal as numbers, unequal ones are not.
      return { key: slots === 0 ? 0 : taken / slots, tie: idle(standing) }
    case 'bestSkilled':
      return { key: -skill, tie: idle(standing) }
    case 'inTurn':
      return { key: distance, tie: agent.id }
  }
}

export const isPreferred = (a: Preference, b: Preference): boolean =>
  a.key < b.key || (a.key === b.key && a.tie < b.tie)

/** An agent whom a method may pick, and how it looks at them. */
export interface Choice extends Preference {
  readonly agent: Agent
}

/** One agent's place in one pool. */
export interface Seat {
  readonly node: HeapNode<Agent>
  readonly place: number
}

export const seatOf = (agent: Agent, place: number): Seat => ({ node: heapNode(agent, 0, agent.id), place })

/** Free agents of one step, each at most once. */
export class Pool {
  private readonly heap: Heap<Agent> = new Heap()
  private readonly ring: Ring | null
  private readonly byPlace: (Seat | undefined)[] = []

  constructor(
    method: SelectionMethod,
    private readonly people: number,
  ) {
    this.ring = method === 'inTurn' ? new Ring(people) : null
  }

  get size(): number {
    return this.ring?.size ?? this.heap.size
  }

  add(seat: Seat, { key, tie }: Preference): void {
    seat.node.key = key
    seat.node.tie = tie
    if (this.ring === null) this.heap.add(seat.node)
    else {
      this.ring.add(seat.place)
      this.byPlace[seat.place] = seat
    }
  }

  remove(seat: Seat): void {
    if (this.ring === null) this.heap.remove(seat.node)
    else this.ring.remove(seat.place)
  }

  /** Whom the method picks, or null where nobody is free. */
  first(start: number): Choice | null {
    if (this.ring !== null) {
      const place = this.ring.first(start)
      const at = place === -1 ? undefined : this.byPlace[place]?.node
      return at === undefined ? null : { agent: at.item, key: this.distance(place, start), tie: at.tie }
    }
    const node = this.heap.peek()
    return node === undefined ? null : { agent: node.item, key: node.key, tie: node.tie }
  }

  private distance(place: number, start: number): number {
    return (place - start + this.people) % this.people
  }

  /** In the order of the method; `start` is the place at which a queue in turn goes on. */
  *inOrder(start: number): Generator<Choice> {
    if (this.ring === null) {
      for (const { item: agent, key, tie } of this.heap.nodesInOrder()) yield { agent, key, tie }
      return
    }
    for (const place of this.ring.from(start)) {
      const node = this.byPlace[place]?.node
      if (node !== undefined) yield { agent: node.item, key: this.distance(place, start), tie: node.tie }
    }
  }
}

/** The first of several pools, by the method. */
export function firstOf(pools: readonly Pool[], start: number): Choice | null {
  let best: Choice | null = null
  for (const pool of pools) {
    const one = pool.first(start)
    if (one !== null && (best === null || isPreferred(one, best))) best = one
  }
  return best
}

/** Several pools as one, in order. */
export function* together(pools: readonly Pool[], start: number): Generator<Choice> {
  const [only] = pools
  if (pools.length === 1 && only !== undefined) {
    yield* only.inOrder(start)
    return
  }
  const open = pools.map((pool) => pool.inOrder(start))
  const heads = open.map((one) => one.next())
  for (;;) {
    let best = -1
    for (const [n, head] of heads.entries()) {
      if (head.done === true) continue
      const rival = heads[best]
      if (rival === undefined || rival.done === true || isPreferred(head.value, rival.value)) best = n
    }
    const head = heads[best]
    const from = open[best]
    if (head === undefined || head.done === true || from === undefined) return
    yield head.value
    heads[best] = from.next()
  }
}
