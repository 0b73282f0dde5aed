// Everything that speaks SQL. Imports core.
export { listen } from './listen.ts'
export { follow, type Following } from './following.ts'
export { Desk, type JobBodies, type JobKind, type RingKey, type Taken, type TextKey } from './jobs.ts'
export type { MessageRow, ProjectedRows, TextRow } from './projected.ts'
export {
  putFactor,
  readFactor,
  readFactored,
  removeFactor,
  spendCode,
  spendStep,
  type SecondFactor,
} from './second-factors.ts'
export { rebuild, tableOf, type Rebuilt } from './rebuilding.ts'
export { newsOf, readNews, type News } from './news.ts'
export { CentreClock, setClock, setRealClock, stopClock } from './clock.ts'
export { connect, connectAlone, isDiskFull, sqlState, whenThere, type Connection, type Database } from './connect.ts'
export {
  readFilesSize,
  readAttachment,
  readContents,
  readNotes,
  readTranscripts,
  mostSignalBytes,
  sendSignal,
  sendTyping,
  type AttachmentInfo,
  type MessageText,
  type NewContent,
  type Signal,
  type TranscriptLine,
} from './content.ts'
export {
  actorKey,
  insertCommands,
  purgeInbox,
  readAnswers,
  begunBy,
  keptFor,
  strangerOf,
  readPending,
  readReused,
  readPressure,
  type Accepted,
  type Answer,
  type Pending,
  type Pressure,
  type Submission,
} from './inbox.ts'
export {
  commitBatch,
  Fenced,
  makePartitions,
  beginning,
  placeAfter,
  putAwayJournal,
  quarterOf,
  readJournal,
  readSnapshot,
  writeSnapshot,
  type Batch,
  type Cause,
  type JournalRow,
  type Place,
  type StoredSnapshot,
} from './journal.ts'
export {
  leaseSeconds,
  liveWebProcesses,
  removeWebProcess,
  renewLead,
  renewWebProcess,
  takeLead,
  tryLock,
  type Lead,
} from './lease.ts'
export { readStory } from './story.ts'
export {
  insertCustomerOf,
  meetAddress,
  readCustomersOf,
  readAddress,
  readAddresses,
  readStops,
  type Met,
} from './addresses.ts'
export {
  askToCarryAll,
  noteText,
  obeyOrder,
  readDialled,
  readOutgoing,
  readTexts,
  type OutgoingWords,
} from './texts.ts'
export { jobsFollowing } from './jobs-following.ts'
export { migrate, type RolePasswords } from './migrate.ts'
export { readOpenRows } from './open-rows.ts'
export {
  eraseCustomer,
  insertCustomer,
  readCustomer,
  readCustomerNames,
  putPassword,
  readPeople,
  readPasswordHashes,
  readSigners,
  endSessions,
  readLiveSessions,
  readSessionsOf,
  readSigner,
  readTestCustomers,
  type Customer,
  type Person,
} from './people.ts'
export {
  changeAndPublish,
  PlanFaults,
  DraftMoved,
  publishDraft,
  readDraft,
  readNewest,
  readPublished,
  readVersions,
  readPublishedBy,
  type Draft,
  type Publishing,
} from './plan.ts'
export type {
  CalendarDraft,
  HoursDraft,
  PlanChange,
  QueueDraft,
  LimitsDraft,
  ShiftDraft,
  StateDraft,
  LineDraft,
  TeamDraft,
  TemplateDraft,
  SiteDraft,
  SkillDraft,
} from './plan-changes.ts'
export {
  allRecords,
  mostSearched,
  hasHidden,
  listRecords,
  readActs,
  readRecord,
  readRecords,
  type Act,
  recordSorts,
  type RecordPage,
  type RecordQuery,
  type RecordRow,
} from './records.ts'
export { putPlan } from './plan-whole.ts'
export * as schema from './schema.ts'
export {
  beginRecording,
  dropRecordings,
  endRecording,
  noteHearing,
  putRecordingPart,
  readRecording,
  readRecordingMeta,
  readRecordingsOf,
  type RecordingEnd,
  type RecordingMeta,
  deleteMark,
  insertMark,
  readMarks,
  type RecordingMark,
} from './recordings.ts'
export { matchCustomers, putCustomers, type CustomerKnown, type KnownCustomer } from './customer-files.ts'
export { lookAt, mergeCustomers, readFamily, readMerged, readRoot, readSplitting, splitCustomer } from './merging.ts'
export {
  putIdentityCheck,
  putScriptAnswer,
  readIdentityCheck,
  readScriptAnswers,
  type IdentityCheck,
} from './scripts.ts'
export { putContactTerms, readContactTerms, type ContactTerms } from './contact.ts'
export { putCustomer, readCustomerRecords, readCustomerWhole } from './customers.ts'
export { allCustomers, listCustomers, type CustomerRow } from './customers-found.ts'
