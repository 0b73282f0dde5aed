// The commands `plan check`, `plan export` and `plan import`.
import {
  checkHours,
  checkLimits,
  checkPeople,
  checkPlan,
  checkShift,
  checkSite,
  checkSkill,
  checkState,
  checkTeam,
  differences,
  skillEdit,
  type Difference,
  type HoursFinding,
  type PeopleFinding,
  type PlanDocument,
} from '@eudromos/core/plan'
import { changeAndPublish, readDraft, readTestCustomers, type Database } from '../../database/index.ts'
import { findingText, hoursFindingText } from '../../web/messages/findings.ts'
import { peopleFindingText } from '../../web/messages/people.ts'
import { skillFindingText } from '../../web/messages/skills.ts'
import { planOf } from './given.ts'
import { BadInput } from './problem.ts'

export interface Found {
  readonly severity: 'fault' | 'warning'
  readonly code: string
  /** The thing of the plan, as kind and id. */
  readonly of: string
  readonly text: string
}

/** Everything that is wrong, or likely wrong, with a plan file; faults first. `at` settles what is over. */
export const checkFile = (text: string, at: number): Found[] => findingsOf(planOf(text), at)

export function findingsOf(plan: PlanDocument, at: number): Found[] {
  const found: Found[] = [
    ...checkPlan(plan).map((one) => ({ ...pick(one), of: `queue ${one.queueId}`, text: findingText(one) })),
    ...plan.skills.flatMap((skill) =>
      checkSkill(skillEdit(plan, skill), plan).map((one) => ({
        ...pick(one),
        of: `skill ${skill.id}`,
        text: skillFindingText(one, (id) => id),
      })),
    ),
    ...timeFindings(plan, at),
    ...peopleFindings(plan),
  ]
  return [...found.filter(isFault), ...found.filter((one) => !isFault(one))]
}

function timeFindings(plan: PlanDocument, at: number): Found[] {
  const told = (of: string, findings: readonly HoursFinding[]): Found[] =>
    findings.map((one) => ({ ...pick(one), of, text: hoursFindingText(one) }))
  return [
    ...plan.hours.flatMap((hours) => told(`hours ${hours.id}`, checkHours(hours, plan, at))),
    ...plan.sites.flatMap((site) =>
      told(`site ${site.id}`, checkSite(site, idsOf(plan.people, 'siteId', site.id), plan, at)),
    ),
    ...plan.shifts.flatMap((shift) =>
      told(`shift ${shift.id}`, checkShift(shift, idsOf(plan.people, 'shiftId', shift.id), plan, at)),
    ),
  ]
}

function peopleFindings(plan: PlanDocument): Found[] {
  const told = (of: string, findings: readonly PeopleFinding[]): Found[] =>
    findings.map((one) => ({ ...pick(one), of, text: peopleFindingText(one) }))
  return [
    ...plan.presenceStates.flatMap((state) => told(`presence state ${state.id}`, checkState(state, plan))),
    ...plan.loadLimits.flatMap((limits) => told(`load limits ${limits.id}`, checkLimits(limits, plan))),
    ...plan.teams.flatMap((team) =>
      told(`team ${team.id}`, checkTeam(team, idsOf(plan.people, 'teamId', team.id), plan)),
    ),
    ...[...checkPeople(plan)].flatMap(([id, findings]) => told(`person ${id}`, findings)),
  ]
}

export const isFault = ({ severity }: Pick<Found, 'severity'>): boolean => severity === 'fault'

const pick = ({ severity, code }: Pick<Found, 'severity' | 'code'>): Pick<Found, 'severity' | 'code'> => ({
  severity,
  code,
})

const idsOf = (people: PlanDocument['people'], where: 'siteId' | 'shiftId' | 'teamId', id: string): string[] =>
  people.filter((person) => person[where] === id).map((person) => person.id)

/** What importing a plan file would change, all that is wrong with it, and the version it was published as. */
export interface Imported {
  readonly changes: readonly Difference[]
  readonly findings: readonly Found[]
  readonly publishedAs: number | null
}

/** What the file names and this centre does not have: people and customers are not made by a plan. */
function strangers(plan: PlanDocument, before: PlanDocument, customers: ReadonlySet<string>): Found[] {
  const known = new Set<string>(before.people.map(({ id }) => id))
  const stranger = (of: string, text: string): Found => ({ severity: 'fault', code: 'unknownHere', of, text })
  return [
    ...plan.people
      .filter(({ id }) => !known.has(id))
      .map(({ id }) => stranger(`person ${id}`, 'Nobody here has this id. Make the person first, or take them out.')),
    ...plan.queues.flatMap(({ id, testCustomerIds }) =>
      testCustomerIds
        .filter((one) => !customers.has(one))
        .map((one) => stranger(`queue ${id}`, `There is no test customer ${one} here. Take them out.`)),
    ),
  ]
}

/**
 * Reads a plan file for the centre. Without `publish` nothing is changed; with it the plan is published where it has no
 * fault. People who are not in the file stay as they are.
 */
export async function importPlan(
  database: Database,
  text: string,
  { publish, at }: { readonly publish: boolean; readonly at: number },
): Promise<Imported> {
  const given = planOf(text)
  const draft = await readDraft(database)
  if (draft === null) throw new BadInput('The centre is not set up yet: start it once, then import the plan.')
  const named = new Set<string>(given.people.map(({ id }) => id))
  const others = draft.document.people.filter(({ id }) => !named.has(id))
  const plan = { ...given, people: [...given.people, ...others] }
  const customers = new Set((await readTestCustomers(database)).map(({ id }) => id))
  const findings = [...strangers(given, draft.document, customers), ...findingsOf(plan, at)]
  const changes = differences(draft.document, plan)
  if (!publish || changes.length === 0 || findings.some(isFault)) return { changes, findings, publishedAs: null }
  const { version } = await changeAndPublish(
    database,
    { kind: 'plan', document: plan },
    {
      expectedDraft: draft.version,
      by: null,
      note: 'Imported',
      at,
      envelope: (compiled) => ({
        id: `import-${compiled.version}`,
        type: 'publishPlan',
        v: 1,
        actor: { kind: 'system', id: 'import' },
        onBehalfOf: null,
        reason: null,
        correlation: null,
        body: { plan: compiled },
      }),
    },
  )
  return { changes, findings, publishedAs: version }
}
