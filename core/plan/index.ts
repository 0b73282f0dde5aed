// The plan: what supervisors configure, its checks, what a role may do, and its compiling for the router.
// Imports hours.
export * from './ids.ts'
export * from './plan.ts'
export { compilePlan, compileTimes, hoursOf, type CompiledTimes } from './compile.ts'
export { checkHours, checkShift, checkSite, type HoursFinding, type HoursFindingCode } from './check-hours.ts'
export { checkPlan, checkQueue, couldServe, type Finding, type FindingCode } from './check.ts'
export { may, type Capability } from './permissions.ts'
export { usersOfCalendar, usersOfHours, type CalendarUser } from './uses.ts'
