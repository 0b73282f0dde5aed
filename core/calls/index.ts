// Calls of more than two: who of those in one hears whom. Imports plan.
export {
  hears,
  isIn,
  linkedWith,
  attendingWays,
  type AttendingWay,
  type CallParties,
  type Guest,
  type GuestWay,
  type PartyId,
} from './hearing.ts'
