// What streams were told, piece by piece and field by field: only what is another is sent again.

export const keyed = ['people', 'queues', 'interactions'] as const
export type Keyed = (typeof keyed)[number]
export const wholes = ['plan', 'emergencies', 'blockRequests', 'quarantined'] as const
export type Whole = (typeof wholes)[number]

const objectOf = (entries: Iterable<readonly [string, string | null]>): string =>
  `{${Array.from(entries, ([key, json]) => `${JSON.stringify(key)}:${json ?? 'null'}`).join()}}`

/** A person, a queue or a conversation as it is sent. All of a kind have the same fields. */
export class Piece {
  private readonly fields: ReadonlyMap<string, string>
  readonly json: string
  /** What was found last: many were told the same before. */
  private found: { readonly before: Piece; readonly text: string | null } | null = null

  constructor(view: object) {
    this.fields = new Map(
      Object.entries(view).map(([name, value]: [string, unknown]) => [name, JSON.stringify(value) ?? 'null']),
    )
    this.json = objectOf(this.fields)
  }

  /** The fields that are others than before, as an object in JSON; null where none is. */
  since(before: Piece): string | null {
    if (before === this || before.json === this.json) return null
    if (this.found?.before !== before) {
      const others = Array.from(this.fields).filter(([name, text]) => before.fields.get(name) !== text)
      this.found = { before, text: objectOf(others) }
    }
    return this.found.text
  }
}

/** What is another than was told: whole where nothing was told of it, else the fields that are others. */
export class Delta {
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
    return objectOf([
      ...Object.entries(rest).map(([name, value]) => [name, JSON.stringify(value)] as const),
      ...this.wholes,
      ...keyed.map((kind) => [kind, objectOf(this[kind])] as const),
    ])
  }
}

/** All that streams of one scope were told. */
export class Shown {
  readonly people = new Map<string, Piece>()
  readonly queues = new Map<string, Piece>()
  readonly interactions = new Map<string, Piece>()
  readonly wholes = new Map<Whole, string>()

  /** Takes a piece as it is now, null where it is gone or out of sight, and notes what of it is another. */
  note(kind: Keyed, id: string, piece: Piece | null, delta: Delta): void {
    const before = this[kind].get(id)
    if (piece !== null) this[kind].set(id, piece)
    else if (!this[kind].delete(id)) return
    const text = before === undefined ? (piece?.json ?? null) : (piece?.since(before) ?? null)
    if (piece === null || text !== null) delta[kind].set(id, text)
  }

  noteWhole(name: Whole, json: string, delta: Delta): void {
    if (this.wholes.get(name) === json) return
    this.wholes.set(name, json)
    delta.wholes.set(name, json)
  }

  /** As a view; `rest` goes with it. */
  text(rest: Readonly<Record<string, unknown>>): string {
    return this.since(new Shown()).text(rest)
  }

  /** Of these things, how they are, whatever was told of them before. */
  of(ids: Readonly<Record<Keyed, Iterable<string>>>): Delta {
    const delta = new Delta()
    for (const kind of keyed) for (const id of ids[kind]) delta[kind].set(id, this[kind].get(id)?.json ?? null)
    for (const [name, json] of this.wholes) delta.wholes.set(name, json)
    return delta
  }

  /** What whoever was told `before` must be told to be told this. */
  since(before: Shown): Delta {
    const [now, delta] = [new Shown(), new Delta()]
    for (const kind of keyed) {
      for (const [id, piece] of before[kind]) now[kind].set(id, piece)
      for (const id of before[kind].keys()) if (!this[kind].has(id)) now.note(kind, id, null, delta)
      for (const [id, piece] of this[kind]) now.note(kind, id, piece, delta)
    }
    for (const [name, json] of this.wholes) if (before.wholes.get(name) !== json) delta.wholes.set(name, json)
    return delta
  }
}
