// The commands `plan check`, `plan export` and `plan import`.
import { checkWhole, differences, type Difference, type PlanDocument } from '@eudromos/core/plan'
import { changeAndPublish, readDraft, readTestCustomers, type Database } from '../../database/index.ts'
import { placeText, wholeFindingText } from '../../web/messages/findings.ts'
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

export const findingsOf = (plan: PlanDocument, at: number): Found[] =>
  checkWhole(plan, at).map((one) => ({
    severity: one.finding.severity,
    code: one.finding.code,
    of: placeText(one.of, one.of.id),
    text: wholeFindingText(one, (id) => id),
  }))

export const isFault = ({ severity }: Pick<Found, 'severity'>): boolean => severity === 'fault'

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

/** Somebody whom the file does not name: as they are, but for what the file takes out of the plan. */
function without(person: PlanDocument['people'][number], plan: PlanDocument): PlanDocument['people'][number] {
  const kept = <T extends string>(id: T | null, list: readonly { readonly id: string }[]): T | null =>
    list.some((one) => one.id === id) ? id : null
  const teamId = kept(person.teamId, plan.teams)
  return {
    ...person,
    loadLimitsId: kept(person.loadLimitsId, plan.loadLimits),
    siteId: kept(person.siteId, plan.sites),
    shiftId: kept(person.shiftId, plan.shifts),
    teamId,
    tier: teamId === null ? null : person.tier,
    skills: person.skills.filter(({ skillId }) => kept(skillId, plan.skills) !== null),
  }
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
  const others = draft.document.people.filter(({ id }) => !named.has(id)).map((person) => without(person, given))
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
