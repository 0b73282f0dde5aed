// Changes of the plan as data: what leads from one plan to another, what takes that back, and what becomes of it over a plan
// that has changed meanwhile.
import { planLists, type PlanList, type PlanPlace } from './check-references.ts'
import { isSame } from './compare.ts'
import type { PlanDocument } from './plan.ts'

/** What a value was, and what it becomes; of a member of a set null stands for not being in it. */
export interface Turn {
  readonly from: unknown
  readonly to: unknown
}

/** What becomes of a field: of a set its members, by what tells them apart; of anything else the whole value. */
export type FieldEdit = Turn | { readonly members: Readonly<Record<string, Turn>> }

export type PlanThing = Readonly<Record<string, unknown>>

/** What becomes of one thing of the plan. What it was before is in it, so that it can be taken back. */
export type Edit = { readonly of: PlanPlace } & (
  | { readonly what: 'added' | 'removed'; readonly thing: PlanThing }
  | { readonly what: 'changed'; readonly fields: Readonly<Record<string, FieldEdit>> }
)

/** Where an edit does not fit: what was there for it, what it makes of it, and what is there. Null: no such thing, or no such member. */
export interface Conflict extends Turn {
  readonly of: PlanPlace
  /** Null: it is about the whole thing. */
  readonly field: string | null
  readonly member: string | null
  readonly there: unknown
}

type KeyOf = (member: never) => string
const itself = (id: string): string => id
const bySkill = ({ skillId }: { readonly skillId: string }): string => skillId
const byTeam = ({ teamId, tier }: { readonly teamId: string; readonly tier: number | null }): string =>
  tier === null ? teamId : `${teamId} ${tier}`

/** The lists that are sets: each member stands once, in no order, and is told from others by this. */
const sets: { readonly [K in PlanList]?: { readonly [F in keyof PlanDocument[K][number]]?: KeyOf } } = {
  queues: {
    agentIds: itself,
    teams: byTeam,
    requirements: bySkill,
    dispositionIds: itself,
    testCustomerIds: itself,
  },
  lines: { requirements: bySkill, tags: itself },
  people: { roles: itself, skills: bySkill },
  presenceStates: { admits: itself, teamIds: itself },
  teams: { observerIds: itself },
  templates: { teamIds: itself },
  hours: { calendarIds: itself },
  shifts: { calendarIds: itself },
  sites: { calendarIds: itself },
}

type Members = ReadonlyMap<string, unknown>

/** The members of a set by what tells them apart; null where it is no set, or not one now. */
function membersOf({ kind }: PlanPlace, field: string, value: unknown): Members | null {
  const keyOf = kind === 'centre' ? undefined : (sets[kind] as Readonly<Record<string, KeyOf>> | undefined)?.[field]
  if (keyOf === undefined || !Array.isArray(value)) return null
  const members = new Map(value.map((one: unknown) => [keyOf(one as never), one]))
  return members.size === value.length ? members : null
}

function fieldEdit(of: PlanPlace, field: string, from: unknown, to: unknown): FieldEdit | null {
  const [before, after] = [membersOf(of, field, from), membersOf(of, field, to)]
  if (before === null || after === null) return isSame(from, to) ? null : { from, to }
  const turns = [...new Set([...before.keys(), ...after.keys()])]
    .map((key) => [key, { from: before.get(key) ?? null, to: after.get(key) ?? null }] as const)
    .filter(([, turn]) => !isSame(turn.from, turn.to))
  return turns.length === 0 ? null : { members: Object.fromEntries(turns) }
}

function changed(of: PlanPlace, before: PlanThing, after: PlanThing): Edit[] {
  if (isSame(before, after)) return []
  const fields = [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((field) => {
    const edit = fieldEdit(of, field, before[field] ?? null, after[field] ?? null)
    return edit === null ? [] : [[field, edit] as const]
  })
  return fields.length === 0 ? [] : [{ of, what: 'changed', fields: Object.fromEntries(fields) }]
}

type Things = Map<string, PlanThing>

/** The things of a plan by their ids, each list when it is asked for. */
class Shelves {
  private readonly open = new Map<PlanPlace['kind'], Things>()
  /** The kinds that were written to. */
  private readonly touched = new Set<PlanPlace['kind']>()

  constructor(private readonly plan: PlanDocument) {}

  of(kind: PlanPlace['kind']): Things {
    const there = this.open.get(kind)
    if (there !== undefined) return there
    // What the plan's types know of each kind is not needed here: a thing is its fields.
    const all = (kind === 'centre' ? [this.plan.centre] : this.plan[kind]) as unknown as readonly PlanThing[]
    const things = new Map(all.map((one) => [kind === 'centre' ? kind : String(one.id), one]))
    this.open.set(kind, things)
    return things
  }

  get({ kind, id }: PlanPlace): PlanThing | undefined {
    return this.of(kind).get(id)
  }

  put({ kind, id }: PlanPlace, thing: PlanThing | null): void {
    this.touched.add(kind)
    if (thing === null) this.of(kind).delete(id)
    else this.of(kind).set(id, thing)
  }

  /** The plan with what was put; lists in which nothing was are the same objects. */
  document(): PlanDocument {
    const written = [...this.touched].map((kind) => {
      const things = [...this.of(kind).values()]
      return [kind, kind === 'centre' ? things[0] : things] as const
    })
    return { ...this.plan, ...Object.fromEntries(written) }
  }
}

/** The edits that lead from one plan to another. The order of things, and of members of sets, is none of it. */
export function editsBetween(before: PlanDocument, after: PlanDocument): Edit[] {
  const [old, now] = [new Shelves(before), new Shelves(after)]
  const kinds = planLists.filter((kind) => before[kind] !== after[kind])
  return [
    ...changed(
      { kind: 'centre', id: 'centre' },
      old.of('centre').get('centre') ?? {},
      now.of('centre').get('centre') ?? {},
    ),
    ...kinds.flatMap((kind) => [
      ...[...now.of(kind)].flatMap(([id, thing]): Edit[] => {
        const was = old.of(kind).get(id)
        return was === undefined ? [{ of: { kind, id }, what: 'added', thing }] : changed({ kind, id }, was, thing)
      }),
      ...[...old.of(kind)].flatMap(([id, thing]): Edit[] =>
        now.of(kind).has(id) ? [] : [{ of: { kind, id }, what: 'removed', thing }],
      ),
    ]),
  ]
}

function fieldAfter(of: PlanPlace, field: string, value: unknown, edit: FieldEdit): unknown {
  if (!('members' in edit)) return edit.to
  const members = new Map(membersOf(of, field, value) ?? [])
  for (const [key, { to }] of Object.entries(edit.members))
    if (to === null) members.delete(key)
    else members.set(key, to)
  return [...members.values()]
}

/** The plan after these edits, one after the other. Whatever they name becomes what they say, whatever it was; of a thing that is gone nothing is changed. */
export function applied(plan: PlanDocument, edits: readonly Edit[]): PlanDocument {
  const shelves = new Shelves(plan)
  for (const edit of edits) {
    const { of } = edit
    if (edit.what !== 'changed') {
      shelves.put(of, edit.what === 'added' ? edit.thing : null)
      continue
    }
    const thing = shelves.get(of)
    if (thing === undefined) continue
    const fields = Object.entries(edit.fields).map(([field, one]) => [field, fieldAfter(of, field, thing[field], one)])
    shelves.put(of, { ...thing, ...(Object.fromEntries(fields) as PlanThing) })
  }
  return shelves.document()
}

const back = ({ from, to }: Turn): Turn => ({ from: to, to: from })
const turned = <T, U>(all: Readonly<Record<string, T>>, turn: (one: T) => U): Record<string, U> =>
  Object.fromEntries(Object.entries(all).map(([name, one]) => [name, turn(one)]))

/** The edits that take these back. */
export const inverted = (edits: readonly Edit[]): Edit[] =>
  edits.toReversed().map((edit) =>
    edit.what === 'changed'
      ? {
          ...edit,
          fields: turned(edit.fields, (one) => ('members' in one ? { members: turned(one.members, back) } : back(one))),
        }
      : { ...edit, what: edit.what === 'added' ? 'removed' : 'added' },
  )

export interface Carried {
  /** Those that are to be done yet, as far as they fit. */
  readonly edits: readonly Edit[]
  readonly conflicts: readonly Conflict[]
}

/**
 * What becomes of edits over a plan that is another than that which they were made for: what is so already is done, what was changed
 * to something else meanwhile is a conflict and left out. Edits of one thing are to be one edit (`editsBetween`).
 */
export function carried(edits: readonly Edit[], plan: PlanDocument): Carried {
  const [shelves, kept, conflicts] = [new Shelves(plan), [] as Edit[], [] as Conflict[]]
  for (const edit of edits) {
    const { of } = edit
    const there = shelves.get(of) ?? null
    /** Whether it is to be done. */
    const fits = (field: string | null, member: string | null, { from, to }: Turn, now: unknown): boolean => {
      if (isSame(now, to)) return false
      if (isSame(now, from)) return true
      conflicts.push({ of, field, member, from, to, there: now })
      return false
    }
    if (edit.what !== 'changed') {
      const turn = edit.what === 'added' ? { from: null, to: edit.thing } : { from: edit.thing, to: null }
      const now = there !== null && changed(of, edit.thing, there).length === 0 ? edit.thing : there
      if (fits(null, null, turn, now)) kept.push(edit)
      continue
    }
    if (there === null) {
      conflicts.push({ of, field: null, member: null, from: null, to: edit.fields, there })
      continue
    }
    const fields = Object.entries(edit.fields).flatMap(([field, one]): (readonly [string, FieldEdit])[] => {
      const now = there[field] ?? null
      if (!('members' in one)) return fits(field, null, one, now) ? [[field, one]] : []
      const members = membersOf(of, field, now)
      const some = Object.entries(one.members).filter(([key, turn]) =>
        fits(field, key, turn, members?.get(key) ?? null),
      )
      return some.length === 0 ? [] : [[field, { members: Object.fromEntries(some) }]]
    })
    if (fields.length > 0) kept.push({ of, what: 'changed', fields: Object.fromEntries(fields) })
  }
  return { edits: kept, conflicts }
}
