import { differences, type Difference } from './compare.ts'
import type { AgentId } from '../ids/index.ts'
import type { PlanDocument, PlannedQueue } from './plan.ts'
import { reachedBy } from './reach.ts'

/** What agents notice of a change in one of their queues. */
export const noticedFields = [
  'service',
  'hoursId',
  'target',
  'answerWindowSeconds',
  'selection',
  'wrapUpSeconds',
  'dispositionIds',
  'dispositionRequired',
  'recording',
  'scriptId',
  'identityCheck',
] as const satisfies readonly (keyof PlannedQueue)[]

export type NoticedField = (typeof noticedFields)[number]

/** One thing of the plan that is other than it was for one agent. Names are those of the later plan where it has them. */
export type OwnChange =
  | { readonly code: 'queueGained' | 'queueLost'; readonly name: string }
  | { readonly code: 'queueRenamed'; readonly name: string; readonly before: string }
  | { readonly code: 'queueChanged'; readonly name: string; readonly fields: readonly NoticedField[] }
  | { readonly code: 'hoursChanged' | 'scriptChanged' | 'shiftChanged'; readonly name: string }
  /** The level they hold it at now; 0: they do not hold it any more. */
  | { readonly code: 'skill'; readonly name: string; readonly level: number }
  /** Null: none any more. */
  | { readonly code: 'team' | 'site' | 'shift'; readonly name: string | null }
  | { readonly code: 'loadLimits' }
  | { readonly code: 'stateAdded' | 'stateRemoved'; readonly name: string }

/** Whom each queue of the plan offers to, by the agent: their queues in the plan's order. */
function servedIn(plan: PlanDocument): ReadonlyMap<AgentId, readonly PlanDocument['queues'][number][]> {
  const served = new Map<AgentId, PlanDocument['queues'][number][]>()
  for (const queue of plan.queues)
    for (const agentId of reachedBy(queue, plan)) {
      const own = served.get(agentId)
      if (own === undefined) served.set(agentId, [queue])
      else own.push(queue)
    }
  return served
}

/**
 * What of the differences between two versions of the plan concerns an agent, in the order of the plan. The versions are
 * compared once, for however many agents it is asked of.
 */
export function ownChanges(before: PlanDocument, after: PlanDocument): (agentId: AgentId) => OwnChange[] {
  // What is different of people is looked up for whoever asks.
  const all = differences({ ...before, people: [] }, { ...after, people: [] })
  const [servedBefore, servedAfter] = [servedIn(before), servedIn(after)]
  return (agentId) =>
    changesOf(agentId, all, { before, after }, [servedBefore.get(agentId) ?? [], servedAfter.get(agentId) ?? []])
}

type Served = readonly PlanDocument['queues'][number][]

function changesOf(
  agentId: AgentId,
  all: readonly Difference[],
  { before, after }: { readonly before: PlanDocument; readonly after: PlanDocument },
  [earlier, own]: readonly [Served, Served],
): OwnChange[] {
  const ids = new Set(own.map(({ id }) => id))
  const known = new Set(earlier.map(({ id }) => id))
  const kept = new Set<string>([...ids].filter((id) => known.has(id)))
  return [
    ...own.filter(({ id }) => !known.has(id)).map(({ name }): OwnChange => ({ code: 'queueGained', name })),
    ...earlier.filter(({ id }) => !ids.has(id)).map(({ name }): OwnChange => ({ code: 'queueLost', name })),
    ...all.flatMap((one) => (one.of === 'queues' && kept.has(one.id) ? ofQueue(one) : [])),
    ...changesIn(all, 'hours', new Set<string | null>(own.map(({ hoursId }) => hoursId)), 'hoursChanged'),
    ...changesIn(all, 'scripts', new Set(own.map(({ scriptId }) => scriptId)), 'scriptChanged'),
    ...ofPerson(before, after, agentId),
    ...changesIn(all, 'shifts', new Set([after.people.find(({ id }) => id === agentId)?.shiftId]), 'shiftChanged'),
    ...all.flatMap(({ of, what, name }): OwnChange[] =>
      of !== 'presenceStates' || what === 'changed'
        ? []
        : [{ code: what === 'added' ? 'stateAdded' : 'stateRemoved', name }],
    ),
  ]
}

function ofQueue({ name, fields }: Difference): OwnChange[] {
  const renamed = fields.find(({ field }) => field === 'name')
  const noticed = noticedFields.filter((field) => fields.some((one) => one.field === field))
  return [
    ...(renamed === undefined ? [] : [{ code: 'queueRenamed', name, before: String(renamed.from) } as const]),
    ...(noticed.length === 0 ? [] : [{ code: 'queueChanged', name, fields: noticed } as const]),
  ]
}

/** Those of a kind that one uses and that are not as they were. */
const changesIn = (
  all: readonly Difference[],
  of: Difference['of'],
  used: ReadonlySet<string | null | undefined>,
  code: 'hoursChanged' | 'scriptChanged' | 'shiftChanged',
): OwnChange[] =>
  all.filter((one) => one.of === of && one.what === 'changed' && used.has(one.id)).map(({ name }) => ({ code, name }))

function ofPerson(before: PlanDocument, after: PlanDocument, agentId: AgentId): OwnChange[] {
  const [was, is] = [before, after].map(({ people }) => people.find(({ id }) => id === agentId))
  if (was === undefined || is === undefined) return []
  const named = (list: readonly { readonly id: string; readonly name: string }[], id: string | null): string | null =>
    list.find((one) => one.id === id)?.name ?? null
  const moves = (
    [
      ['team', 'teamId', after.teams],
      ['site', 'siteId', after.sites],
      ['shift', 'shiftId', after.shifts],
    ] as const
  ).flatMap(([code, field, list]): OwnChange[] =>
    was[field] === is[field] ? [] : [{ code, name: named(list, is[field]) }],
  )
  const levels = (holder: typeof is): ReadonlyMap<string, number> =>
    new Map(holder.skills.map(({ skillId, level }) => [skillId, level]))
  const [had, has] = [levels(was), levels(is)]
  const skills = [...new Set([...has.keys(), ...had.keys()])].flatMap((id): OwnChange[] => {
    const name = named(after.skills, id) ?? named(before.skills, id)
    return name === null || had.get(id) === has.get(id) ? [] : [{ code: 'skill', name, level: has.get(id) ?? 0 }]
  })
  const limits = ({ loadLimits }: PlanDocument, id: string | null): string =>
    JSON.stringify(loadLimits.find((one) => one.id === id) ?? null)
  const carries = limits(before, was.loadLimitsId) !== limits(after, is.loadLimitsId)
  return [...moves, ...skills, ...(carries ? [{ code: 'loadLimits' } as const] : [])]
}
