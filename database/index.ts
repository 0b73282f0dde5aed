// Everything that speaks SQL. Imports core.
export { Bell, listen } from './bell.ts'
export { CentreClock, setClock, setRealClock, stopClock } from './clock.ts'
export { connect, connectAlone, sqlState, type Database } from './connect.ts'
export {
  actorKey,
  insertCommands,
  purgeInbox,
  readAnswers,
  readPending,
  readPressure,
  type Accepted,
  type Answer,
  type Pending,
  type Pressure,
} from './inbox.ts'
export {
  commitBatch,
  Fenced,
  makePartitions,
  readJournal,
  readSnapshot,
  writeSnapshot,
  type Batch,
  type Cause,
  type JournalRow,
  type MessageRow,
  type StoredSnapshot,
} from './journal.ts'
export {
  leaseSeconds,
  liveWebProcesses,
  removeWebProcess,
  renewTurn,
  renewWebProcess,
  takeTurn,
  tryLock,
  type Turn,
} from './lease.ts'
export { migrate, type RolePasswords } from './migrate.ts'
export { readOpenRecords } from './open-records.ts'
export * as schema from './schema.ts'
