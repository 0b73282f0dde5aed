// What streams were told, piece by piece, as the JSON that was sent: only what is another is sent again.

export const keyed = ['people', 'queues', 'interactions'] as const
export type Keyed = (typeof keyed)[number]
export const wholes = ['plan', 'emergencies', 'blockRequests', 'quarantined'] as const
export type Whole = (typeof wholes)[number]

const objectOf = (entries: Iterable<readonly [string, string | null]>): string =>
  `{${Array.from(entries, ([key, json]) => `${JSON.stringify(key)}:${json ?? 'null'}`).join()}}`

type Parts<T> = Readonly<Record<Keyed, ReadonlyMap<string, T>>> & { readonly wholes: ReadonlyMap<Whole, string> }

const textOf = (parts: Parts<string | null>, rest: Readonly<Record<string, unknown>>): string =>
  objectOf([
    ...Object.entries(rest).map(([name, value]) => [name, JSON.stringify(value)] as const),
    ...parts.wholes,
    ...keyed.map((kind) => [kind, objectOf(parts[kind])] as const),
  ])

/** What is another than was told. */
export class Delta implements Parts<string | null> {
  readonly people = new Map<string, string | null>()
  readonly queues = new Map<string, string | null>()
  readonly interactions = new Map<string, string | null>()
  readonly wholes = new Map<Whole, string>()

  get isEmpty(): boolean {
    return this.wholes.size === 0 && keyed.every((kind) => this[kind].size === 0)
  }

  /** The queues alone. */
  queuesText(): string {
    return objectOf(this.queues)
  }

  /** As a change of the view; `rest` goes with it. */
  text(rest: Readonly<Record<string, unknown>>): string {
    return textOf(this, rest)
  }
}

/** All that streams of one scope were told. */
export class Shown implements Parts<string> {
  readonly people = new Map<string, string>()
  readonly queues = new Map<string, string>()
  readonly interactions = new Map<string, string>()
  readonly wholes = new Map<Whole, string>()

  /** Takes a piece as it is now, null where it is gone or out of sight, and notes where it is another. */
  note(kind: Keyed, id: string, json: string | null, delta: Delta): void {
    const before = this[kind].get(id)
    if (json === null) {
      if (before === undefined) return
      this[kind].delete(id)
    } else {
      if (before === json) return
      this[kind].set(id, json)
    }
    delta[kind].set(id, json)
  }

  noteWhole(name: Whole, json: string, delta: Delta): void {
    if (this.wholes.get(name) === json) return
    this.wholes.set(name, json)
    delta.wholes.set(name, json)
  }

  /** As a view; `rest` goes with it. */
  text(rest: Readonly<Record<string, unknown>>): string {
    return textOf(this, rest)
  }

  /** Of these things, how they are, whatever was told of them before. */
  of(ids: Readonly<Record<Keyed, Iterable<string>>>): Delta {
    const delta = new Delta()
    for (const kind of keyed) for (const id of ids[kind]) delta[kind].set(id, this[kind].get(id) ?? null)
    for (const [name, json] of this.wholes) delta.wholes.set(name, json)
    return delta
  }

  /** What whoever was told `before` must be told to be told this. */
  since(before: Shown): Delta {
    const delta = new Delta()
    for (const kind of keyed) {
      for (const [id, json] of this[kind]) if (before[kind].get(id) !== json) delta[kind].set(id, json)
      for (const id of before[kind].keys()) if (!this[kind].has(id)) delta[kind].set(id, null)
    }
    for (const [name, json] of this.wholes) if (before.wholes.get(name) !== json) delta.wholes.set(name, json)
    return delta
  }
}
