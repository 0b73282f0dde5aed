// Live routing: a deterministic state machine of commands and events. Imports plan, presence, capacity, figures, heap.
// It reads no clock and draws no random number: time and ids come with each command.
export { upcast, upcastCommand } from './upcast.ts'
export {
  isRefusal,
  refuse,
  type Actor,
  type Command,
  type CommandBodies,
  type CommandType,
  type Decision,
  type Refusal,
  type RefusalCode,
} from './commands.ts'
export { blockedUntil } from './abuse.ts'
export { callableFrom } from './callable.ts'
export { mayAskCallback, mayLeaveMessage } from './callbacks.ts'
export { changeKinds, changesFor, type Change, type ChangeKind } from './changes.ts'
export type { Quarantined } from './due.ts'
export { nextDeadline } from './deadlines.ts'
export { decide } from './decide.ts'
export {
  event,
  type Event,
  type EventBodies,
  type EventType,
  type GuestEnd,
  type PresenceCause,
  type OverflowCause,
} from './events.ts'
export { emergencyReach, type EmergencyReach, type Reachable } from './emergencies.ts'
export { evolve } from './evolve.ts'
export { placesIn } from './match.ts'
export {
  groundsOf,
  waitingFor,
  type AgentGrounds,
  type Criterion,
  type Ground,
  type Grounds,
  type WaitingFor,
  type ReachGap,
  type ShiftGap,
  type SkillGap,
} from './grounds.ts'
export { isAgentGone } from './parting.ts'
export {
  atWork,
  isPutOff,
  isStuck,
  openOffer,
  partiesOf,
  visitOf,
  type Absence,
  type Agent,
  type Block,
  type Callback,
  type Dial,
  type DialEnd,
  type Emergency,
  type Grant,
  type Interaction,
  type Loan,
  type Offer,
  type OfferCause,
  type OfferEnd,
  type Participation,
  type Phase,
  type QueueDay,
  type Receipt,
  type Side,
  type Stopgap,
  type TextState,
  type Visit,
  type Preferred,
  type WithdrawalReason,
} from './pieces.ts'
export { isPreferred, preference, type Preference, type Standing } from './pools.ts'
export { skillSum } from './demand.ts'
export { oldestIn, peopleFor, prospectsOf, type People, type Prospect } from './free.ts'
export { DeadlineFault } from './quarantine.ts'
export { advance, run, settle, type Outcome } from './run.ts'
export { coreVersion, snapshotOf, stateFrom, type Snapshot } from './snapshot.ts'
export { State } from './state.ts'
