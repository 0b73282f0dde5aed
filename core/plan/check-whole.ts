import { checkHours, checkShift, checkSite, type HoursFinding } from './check-hours.ts'
import { checkLine } from './check-lines.ts'
import { checkLimits, checkPeople, checkState, checkTeam, type PeopleFinding } from './check-people.ts'
import { checkReferences, type PlanPlace, type ReferenceFinding } from './check-references.ts'
import { checkScript } from './check-scripts.ts'
import { checkSkill, skillEdit, type SkillFinding } from './check-skills.ts'
import { checkPlan, type Finding } from './check.ts'
import type { Instant, PersonId } from '../ids/index.ts'
import type { PlanDocument } from './plan.ts'
import { checkTemplate } from './templates.ts'

/** A finding of the whole plan: of what it is, and which check found it. */
export type WholeFinding =
  | { readonly of: PlanPlace; readonly by: 'queues'; readonly finding: Finding }
  | { readonly of: PlanPlace; readonly by: 'skills'; readonly finding: SkillFinding }
  | { readonly of: PlanPlace; readonly by: 'hours'; readonly finding: HoursFinding }
  | { readonly of: PlanPlace; readonly by: 'people'; readonly finding: PeopleFinding }
  | { readonly of: PlanPlace; readonly by: 'references'; readonly finding: ReferenceFinding }

const isFault = ({ finding }: WholeFinding): boolean => finding.severity === 'fault'

const references = (plan: PlanDocument): WholeFinding[] =>
  checkReferences(plan).map((finding) => ({ of: finding.of, by: 'references', finding }))

const idsOf = (people: PlanDocument['people'], where: 'siteId' | 'shiftId' | 'teamId', id: string): PersonId[] =>
  people.filter((person) => person[where] === id).map((person) => person.id)

/**
 * Everything that is wrong, or likely wrong, with the plan; faults first. This is the one check that forms, the command
 * line, an import and publishing go by. `at` settles what is over; with `faultsOnly` it does no work for warnings.
 */
export function checkWhole(plan: PlanDocument, at: Instant, options: { faultsOnly?: boolean } = {}): WholeFinding[] {
  const skills = (of: PlanPlace, findings: readonly SkillFinding[]): WholeFinding[] =>
    findings.map((finding) => ({ of, by: 'skills', finding }))
  const hours = (of: PlanPlace, findings: readonly HoursFinding[]): WholeFinding[] =>
    findings.map((finding) => ({ of, by: 'hours', finding }))
  const people = (of: PlanPlace, findings: readonly PeopleFinding[]): WholeFinding[] =>
    findings.map((finding) => ({ of, by: 'people', finding }))
  const found: WholeFinding[] = [
    ...references(plan),
    ...checkPlan(plan).map((finding): WholeFinding => ({
      of: { kind: 'queues', id: finding.queueId },
      by: 'queues',
      finding,
    })),
    ...plan.lines.flatMap((one) => people({ kind: 'lines', id: one.id }, checkLine(one, plan))),
    ...plan.skills.flatMap((one) => skills({ kind: 'skills', id: one.id }, checkSkill(skillEdit(plan, one), plan))),
    ...plan.hours.flatMap((one) => hours({ kind: 'hours', id: one.id }, checkHours(one, plan, at, options))),
    ...plan.sites.flatMap((one) =>
      hours({ kind: 'sites', id: one.id }, checkSite(one, idsOf(plan.people, 'siteId', one.id), plan, at)),
    ),
    ...plan.shifts.flatMap((one) =>
      hours({ kind: 'shifts', id: one.id }, checkShift(one, idsOf(plan.people, 'shiftId', one.id), plan, at)),
    ),
    ...plan.presenceStates.flatMap((one) => people({ kind: 'presenceStates', id: one.id }, checkState(one, plan))),
    ...plan.loadLimits.flatMap((one) => people({ kind: 'loadLimits', id: one.id }, checkLimits(one, plan))),
    ...plan.teams.flatMap((one) =>
      people({ kind: 'teams', id: one.id }, checkTeam(one, idsOf(plan.people, 'teamId', one.id), plan)),
    ),
    ...plan.templates.flatMap((one) => people({ kind: 'templates', id: one.id }, checkTemplate(one, plan))),
    ...plan.scripts.flatMap((one) => people({ kind: 'scripts', id: one.id }, checkScript(one, plan))),
    ...[...checkPeople(plan)].flatMap(([id, findings]) => people({ kind: 'people', id }, findings)),
    ...(plan.people.some(({ roles }) => roles.includes('administrator'))
      ? []
      : people({ kind: 'centre', id: 'centre' }, [{ severity: 'fault', code: 'noAdministrator', params: {} }])),
  ]
  const faults = found.filter(isFault)
  return options.faultsOnly === true ? faults : [...faults, ...found.filter((one) => !isFault(one))]
}
