// What emails say of themselves. Imports nothing of core.
export { answerTo, matterOf, shownSubjects } from './subjects.ts'
