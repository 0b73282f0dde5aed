// The process that writes: inbox, core, journal; one at work, others standing by. Imports database and core.
export { Router, type RouterOptions } from './router.ts'
