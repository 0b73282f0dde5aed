import type { LoadLimitsId, PersonId } from '../ids/index.ts'
import { gapOf, levelsOf, meets, type Requirement } from '../skills/index.ts'
import { channels, type Channel } from './channels.ts'
import type { LoadLimits, PlanDocument, PlannedQueue, PlanPerson } from './plan.ts'
import { peopleOf, requirementsOf, spelledOut } from './reach.ts'

/** What of a queue says who may be offered its interactions, and from when on. */
export type Serving = Pick<PlannedQueue, 'agentIds' | 'teams' | 'laterReaches' | 'requirements' | 'relaxations'>
type People = Pick<PlanDocument, 'people' | 'loadLimits' | 'teams'>

const canTake = (
  person: PlanPerson,
  limits: ReadonlyMap<LoadLimitsId, LoadLimits>,
  wanted: readonly Channel[],
): boolean => {
  const limit = person.loadLimitsId === null ? undefined : limits.get(person.loadLimitsId)
  if (limit === undefined || !person.roles.includes('agent')) return false
  return wanted.some((channel) => limit.channels[channel].most > 0 && limit.channels[channel].slots <= limit.slots)
}

const byIds = new WeakMap<readonly PlanPerson[], ReadonlyMap<PersonId, PlanPerson>>()

/** The people of a document by their ids; made once for each list, which nobody changes. */
export function peopleById(people: readonly PlanPerson[]): ReadonlyMap<PersonId, PlanPerson> {
  let found = byIds.get(people)
  if (found === undefined) byIds.set(people, (found = new Map(people.map((person) => [person.id, person]))))
  return found
}

/** Of these, the agents whose load limits have room for one of a channel, of any where none is named, in this order. */
export function takers(
  ids: readonly PersonId[],
  { people, loadLimits }: Omit<People, 'teams'>,
  channel?: Channel,
): PlanPerson[] {
  const wanted = channel === undefined ? channels : [channel]
  const limits = new Map(loadLimits.map((limit) => [limit.id, limit]))
  const byId = peopleById(people)
  return ids.flatMap((id) => {
    const person = byId.get(id)
    return person !== undefined && canTake(person, limits, wanted) ? [person] : []
  })
}

/** From this wait on: what is asked for, who is in reach, and who of them could be offered it. */
export interface ServingStep {
  readonly afterSeconds: number
  readonly asked: readonly Requirement[]
  readonly inReach: readonly PlanPerson[]
  readonly able: readonly PlanPerson[]
}

/** Step by step along the wait, the first at 0 s. */
export function servingSteps(queue: Serving, document: People): ServingStep[] {
  const { agentIds, laterReaches, relaxations } = spelledOut(queue, document)
  const seconds = [0, ...[...laterReaches, ...relaxations].map(({ afterSeconds }) => afterSeconds)]
  const everybody = takers(peopleOf({ agentIds, laterReaches }), document)
  const levels = new Map(everybody.map(({ id, skills }) => [id, levelsOf(skills)]))
  return [...new Set(seconds)]
    .sort((a, b) => a - b)
    .map((afterSeconds) => {
      const reached = new Set([
        ...agentIds,
        ...laterReaches.filter((reach) => reach.afterSeconds <= afterSeconds).flatMap((reach) => reach.agentIds),
      ])
      const asked = requirementsOf(queue, afterSeconds * 1000)
      const inReach = everybody.filter(({ id }) => reached.has(id))
      const able = inReach.filter(({ id }) => meets(levels.get(id) ?? new Map(), asked))
      return { afterSeconds, asked, inReach, able }
    })
}

/** The people of a queue who could ever be offered something of it, sooner or later. */
export const couldServe = (queue: Serving, document: People): readonly PlanPerson[] =>
  servingSteps(queue, document).at(-1)?.able ?? []

/** The requirement that keeps the most of these people out, or null where none does. */
export function hardest(asked: readonly Requirement[], people: readonly PlanPerson[]): Requirement | null {
  let worst: { one: Requirement; out: number } | null = null
  for (const one of asked) {
    const out = people.filter(({ skills }) => gapOf(levelsOf(skills), [one]) !== null).length
    if (out > (worst?.out ?? 0)) worst = { one, out }
  }
  return worst?.one ?? null
}
