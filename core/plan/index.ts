// The plan: what supervisors configure, its checks, what a role may do, and its compiling for the router.
// Imports nothing of core.
export * from './ids.ts'
export * from './plan.ts'
export { compilePlan } from './compile.ts'
export { checkPlan, checkQueue, couldServe, type Finding, type FindingCode } from './check.ts'
export { may, type Capability } from './permissions.ts'
