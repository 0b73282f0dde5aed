import { planLists, type PlanPlace } from './check-references.ts'
import type { PlanDocument } from './plan.ts'

/** One thing of the plan that is not as it was. */
export interface Difference {
  readonly what: 'added' | 'removed' | 'changed'
  readonly of: PlanPlace['kind']
  readonly id: string
  readonly name: string
  /** Of what is changed: each field, before and after. */
  readonly fields: readonly { readonly field: string; readonly from: unknown; readonly to: unknown }[]
}

type Thing = Readonly<Record<string, unknown>> & { readonly id: string }

/** Whether both say the same, whatever the order in which their fields were written. */
export function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a) !== Array.isArray(b)) return false
  const [left, right] = [a as Readonly<Record<string, unknown>>, b as Readonly<Record<string, unknown>>]
  const keys = Object.keys(left)
  return keys.length === Object.keys(right).length && keys.every((key) => key in right && isSame(left[key], right[key]))
}

const fieldsOf = (before: Omit<Thing, 'id'>, after: Omit<Thing, 'id'>): Difference['fields'] =>
  [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((field) => !isSame(before[field], after[field]))
    .map((field) => ({ field, from: before[field] ?? null, to: after[field] ?? null }))

/** What is different in `after`, thing by thing; where only the order of things differs, nothing is. */
export function differences(before: PlanDocument, after: PlanDocument): Difference[] {
  const named = (one: Thing): string => ('name' in one ? String(one.name) : one.id)
  const ofLists = planLists.flatMap((of): Difference[] => {
    const old = new Map((before[of] as unknown as readonly Thing[]).map((one) => [one.id, one]))
    const now = new Map((after[of] as unknown as readonly Thing[]).map((one) => [one.id, one]))
    const gone = [...old.values()].filter(({ id }) => !now.has(id))
    return [
      ...[...now.values()].flatMap((one): Difference[] => {
        const was = old.get(one.id)
        if (was === undefined) return [{ what: 'added', of, id: one.id, name: named(one), fields: [] }]
        const fields = fieldsOf(was, one)
        return fields.length === 0 ? [] : [{ what: 'changed', of, id: one.id, name: named(one), fields }]
      }),
      ...gone.map((one): Difference => ({ what: 'removed', of, id: one.id, name: named(one), fields: [] })),
    ]
  })
  const fields = fieldsOf({ ...before.centre }, { ...after.centre })
  return fields.length === 0
    ? ofLists
    : [{ what: 'changed', of: 'centre', id: 'centre', name: after.centre.name, fields }, ...ofLists]
}
