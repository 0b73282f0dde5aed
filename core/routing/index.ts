// Live routing: a deterministic state machine of commands and events. Imports plan, presence, capacity, figures, heap.
// It reads no clock and draws no random number: time and ids come with each command.
export { event, upcast, upcastCommand } from './journal/shapes.ts'
export {
  commandOf,
  gateway,
  isRefusal,
  refuse,
  type Actor,
  type Command,
  type CommandBodies,
  type CommandType,
  type Decision,
  type Refusal,
  type RefusalCode,
} from './journal/commands.ts'
export { blockedUntil } from './customers/abuse.ts'
export { ringingAfter, ringingEvents } from './calls/ringing.ts'
export { callableFrom } from './calls/callable.ts'
export { mayAskCallback, mayLeaveMessage } from './calls/callbacks.ts'
export { changeKinds, changesFor, type Change, type ChangeKind } from './match/changes.ts'
export type { Quarantined } from './due/due.ts'
export { nextDeadline } from './due/deadlines.ts'
export { decide, whoMayAsk } from './decide.ts'
export type { Event, EventBodies, EventType, GuestEnd, PresenceCause, OverflowCause } from './journal/events.ts'
export { emergencyReach, type EmergencyReach, type Reachable } from './times/emergencies.ts'
export { evolve } from './evolve.ts'
export { placesIn } from './match/match.ts'
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
} from './match/grounds.ts'
export { isAgentGone } from './calls/parting.ts'
export {
  atWork,
  isPutOff,
  isStuck,
  openOffer,
  partiesOf,
  visitId,
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
} from './state/pieces.ts'
export { isPreferred, preference, type Preference, type Standing } from './match/pools.ts'
export { skillSum } from './match/demand.ts'
export { oldestIn, peopleFor, queuesCounting, prospectsOf, type People, type Prospect } from './match/free.ts'
export { DeadlineFault } from './due/quarantine.ts'
export { advance, run, settle, type Outcome } from './run.ts'
export { coreVersion, snapshotOf, stateFrom, type Snapshot } from './state/snapshot.ts'
export { State } from './state/state.ts'
