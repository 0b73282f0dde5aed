// The process that writes: inbox, core, journal; one at work, others standing by. Imports database and core.
export { Scribe, type Draft } from './scribe.ts'
export { Router, type RouterOptions } from './router.ts'
