// The plan: what supervisors configure, its checks, what a role may do, and its compiling for the router.
// Imports hours and skills.
export * from '../ids/index.ts'
export * from './channels.ts'
export * from './plan.ts'
export { callableTimes } from './calling-hours.ts'
export { compilePlan, compileTimes, hoursOf, type CompiledTimes } from './compile.ts'
export { checkHours, checkShift, checkSite, type HoursFinding, type HoursFindingCode } from './check-hours.ts'
export { checkReferences, type PlanList, type PlanPlace, type ReferenceFinding } from './check-references.ts'
export { checkWhole, type WholeFinding } from './check-whole.ts'
export { checkPlan, checkQueue, type Finding, type FindingCode } from './check.ts'
export { couldServe, servingSteps, takers, type Serving, type ServingStep } from './serving.ts'
export {
  checkSkill,
  hoursCovered,
  hoursOpen,
  skillEdit,
  withSkill,
  type HourOfWeek,
  type SkillEdit,
  type SkillFinding,
} from './check-skills.ts'
export { checkLine, hasAddress, leading, ledTo, linesTo, type QueueEdit } from './check-lines.ts'
export { blanksOf, checkTemplate, filled, templatesFor, type TemplateField } from './templates.ts'
export * from './scripts.ts'
export { checkScript, usersOfScript } from './check-scripts.ts'
export { termsOfNeeds } from './needs.ts'
export { differences, type Difference } from './compare.ts'
export {
  applied,
  carried,
  editsBetween,
  inverted,
  type Carried,
  type Conflict,
  type Edit,
  type FieldEdit,
} from './edits.ts'
export { ownChanges, type NoticedField, type OwnChange } from './own-changes.ts'
export {
  plainCentre,
  plainCentreWords,
  plainLine,
  plainPlannedLine,
  plainPerson,
  plainPlanned,
  plainQueue,
  plainState,
  chatsOnly,
  upTo,
} from './defaults.ts'
export { may, mayGive, type Capability } from './permissions.ts'
export { membersOf, peopleOf, reachedBy, requirementsOf, spelledOut } from './reach.ts'
export { usersOfCalendar, usersOfHours, usersOfTeam, type CalendarUser } from './uses.ts'
export {
  checkLimits,
  checkPeople,
  checkPerson,
  checkState,
  checkTeam,
  withoutPerson,
  withPerson,
  type PeopleFinding,
  type PersonEdit,
} from './check-people.ts'
export { isClose, opens, sightOf, type Seen, type Sight } from './sight.ts'
