import type { SkillId } from '../ids/index.ts'
import { hoursFaults, type HoursFault } from '../hours/index.ts'
import type { PlanDocument } from './plan.ts'

/** The lists of the plan whose members have ids. */
export const planLists = [
  'queues',
  'lines',
  'people',
  'skills',
  'presenceStates',
  'loadLimits',
  'declineReasons',
  'dispositions',
  'templates',
  'scripts',
  'hours',
  'calendars',
  'sites',
  'shifts',
  'teams',
] as const
export type PlanList = (typeof planLists)[number]

/** Of what a finding is: one of a list, or the centre. */
export interface PlanPlace {
  readonly kind: PlanList | 'centre'
  readonly id: string
}

/** Something that names what is not in the plan, or that cannot be told from another. It always stops publishing. */
export interface ReferenceFinding {
  readonly severity: 'fault'
  readonly code: 'idTwice' | 'namedTwice' | 'notThere' | 'unknownZone' | 'calendarNotValid' | 'boundsCrossed'
  readonly of: PlanPlace
  /** `field` is the property; `id` what it names, of the list `kind`. */
  readonly params: Readonly<Record<string, string | number>>
}

/** A property that names members of a list, each at most once. */
interface Naming {
  readonly field: string
  readonly kind: PlanList
  readonly ids: readonly (string | null)[]
  /** The check of its own kind of thing says already where they are not there. */
  readonly told: boolean
}

const naming = (field: string, kind: PlanList, ...ids: readonly (string | null)[]): Naming => ({
  field,
  kind,
  ids,
  told: false,
})
const told = (field: string, kind: PlanList, ...ids: readonly (string | null)[]): Naming => ({
  field,
  kind,
  ids,
  told: true,
})

type Asked = readonly { readonly skillId: SkillId }[]
const skillIds = (asked: Asked): string[] => asked.map(({ skillId }) => skillId)

const ofQueue = (queue: PlanDocument['queues'][number]): Naming[] => [
  told('agentIds', 'people', ...queue.agentIds),
  told('requirements', 'skills', ...skillIds(queue.requirements)),
  told('dispositionIds', 'dispositions', ...queue.dispositionIds),
  ...queue.laterReaches.map(({ agentIds }) => told('laterReaches', 'people', ...agentIds)),
]
const ofLine = (line: PlanDocument['lines'][number]): Naming[] => [
  told('queueIds', 'queues', ...line.queueIds),
  told('requirements', 'skills', ...skillIds(line.requirements)),
]
const ofPerson = (person: PlanDocument['people'][number]): Naming[] => [
  naming('loadLimitsId', 'loadLimits', person.loadLimitsId),
  naming('siteId', 'sites', person.siteId),
  naming('shiftId', 'shifts', person.shiftId),
  naming('teamId', 'teams', person.teamId),
  naming('skills', 'skills', ...skillIds(person.skills)),
]
const ofTeam = ({ parentId, leadId, observerIds }: PlanDocument['teams'][number]): Naming[] => [
  naming('parentId', 'teams', parentId),
  told('leadId', 'people', leadId),
  naming('observerIds', 'people', ...observerIds),
]
const ofCentre = ({ centre }: PlanDocument): Naming[] => [
  ...(['missedStateId', 'awayStateId', 'evacuatedStateId', 'recoverStateId'] as const).map((field) =>
    naming(field, 'presenceStates', centre[field]),
  ),
  ...Object.entries(centre.needs).map(([need, { requirements }]) =>
    naming(`needs.${need}`, 'skills', ...skillIds(requirements)),
  ),
]

const theCentre: PlanPlace = { kind: 'centre', id: 'centre' }

function* namings(plan: PlanDocument): Generator<readonly [PlanPlace, Naming[]]> {
  yield [theCentre, ofCentre(plan)]
  for (const one of plan.queues) yield [{ kind: 'queues', id: one.id }, ofQueue(one)]
  for (const one of plan.lines) yield [{ kind: 'lines', id: one.id }, ofLine(one)]
  for (const one of plan.people) yield [{ kind: 'people', id: one.id }, ofPerson(one)]
  for (const one of plan.teams) yield [{ kind: 'teams', id: one.id }, ofTeam(one)]
  for (const { id, teamIds } of plan.presenceStates)
    yield [{ kind: 'presenceStates', id }, [naming('teamIds', 'teams', ...teamIds)]]
  for (const { id, teamIds } of plan.templates)
    yield [{ kind: 'templates', id }, [told('teamIds', 'teams', ...teamIds)]]
  for (const kind of ['hours', 'shifts', 'sites'] as const)
    for (const { id, calendarIds } of plan[kind])
      yield [{ kind, id }, [told('calendarIds', 'calendars', ...calendarIds)]]
}

const twice = (ids: readonly (string | null)[]): string[] => [
  ...new Set(ids.filter((id, n): id is string => id !== null && ids.indexOf(id) !== n)),
]

const zoneFault = (zone: string): HoursFault | undefined =>
  hoursFaults({ zone, weekly: [], exceptions: [], holidays: [] })[0]

/** Whatever the plan names and does not have, what stands twice where it may stand once, and zones that do not exist. */
export function checkReferences(plan: PlanDocument): ReferenceFinding[] {
  const found: ReferenceFinding[] = []
  const find = (of: PlanPlace, code: ReferenceFinding['code'], params: ReferenceFinding['params']): void => {
    found.push({ severity: 'fault', code, of, params })
  }
  const known = new Map(planLists.map((list) => [list, new Set<string>(plan[list].map(({ id }) => id))]))
  for (const kind of planLists)
    if (known.get(kind)?.size !== plan[kind].length)
      for (const id of twice(plan[kind].map((one) => one.id))) find({ kind, id }, 'idTwice', { kind, id })
  for (const [of, all] of namings(plan))
    for (const { field, kind, ids, told } of all) {
      for (const id of told ? [] : new Set(ids))
        if (id !== null && known.get(kind)?.has(id) !== true) find(of, 'notThere', { field, kind, id })
      for (const id of twice(ids)) find(of, 'namedTwice', { field, kind, id })
    }
  const bounded = [
    ...plan.lines.map(({ id, requirements }) => ({
      of: { kind: 'lines', id } as const,
      field: 'requirements',
      requirements,
    })),
    ...Object.entries(plan.centre.needs).map(([need, { requirements }]) => ({
      of: theCentre,
      field: `needs.${need}`,
      requirements,
    })),
  ]
  for (const { of, field, requirements } of bounded)
    for (const { skillId, least, most } of requirements)
      if (least > most) find(of, 'boundsCrossed', { field, kind: 'skills', id: skillId })
  if (zoneFault(plan.centre.zone) !== undefined) find(theCentre, 'unknownZone', { field: 'zone', id: plan.centre.zone })
  for (const { id, holidays } of plan.calendars) {
    const fault = hoursFaults({ zone: 'UTC', weekly: [], exceptions: [], holidays })[0]
    if (fault !== undefined) find({ kind: 'calendars', id }, 'calendarNotValid', { field: fault.path, id: fault.value })
  }
  return found
}
