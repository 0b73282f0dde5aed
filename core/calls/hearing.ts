import type { Instant, PersonId, ProcessId } from '../plan/index.ts'

export const attendingWays = ['listening', 'advising', 'joined'] as const
/** How a supervisor takes part in a call. */
export type AttendingWay = (typeof attendingWays)[number]

/**
 * How somebody takes part in a call beside the agent who has it. A colleague is `asked`, is then `aside` with the agent alone,
 * and may be `joined` to all; a supervisor is `listening`, `advising` (the agent alone hears them) or `joined`.
 */
export type GuestWay = 'asked' | 'aside' | AttendingWay

export interface Guest {
  readonly personId: PersonId
  /** False: a supervisor, who takes no slot for it. */
  readonly colleague: boolean
  way: GuestWay
  since: Instant
  /** Of one who is asked: until when they may answer. */
  dueAt: Instant | null
  /** Whose open page they are in it by; null of a colleague, whose seat stands for them. */
  processId: ProcessId | null
}

/** The customer, or a person of the centre. */
export type PartyId = 'customer' | PersonId

/** What of a call says who hears whom. */
export interface CallParties {
  readonly agentId: PersonId | null
  readonly heldSince: Instant | null
  readonly guests: readonly Pick<Guest, 'personId' | 'way'>[]
}

/** Whether somebody is in the call: not one who is still being asked. */
export const isIn = ({ agentId, guests }: CallParties, party: PartyId): boolean =>
  party === 'customer' || party === agentId || guests.some(({ personId, way }) => personId === party && way !== 'asked')

const partOf = ({ agentId, guests }: CallParties, party: PartyId): GuestWay | 'customer' | 'agent' | null =>
  party === 'customer'
    ? 'customer'
    : party === agentId
      ? 'agent'
      : (guests.find(({ personId }) => personId === party)?.way ?? null)

/**
 * Whether what `from` says is heard by `to`. On hold the customer is heard by nobody and hears nobody. Whoever is aside is so
 * with the agent alone: they talk while the customer is on hold, and wait while the agent talks to the customer.
 */
export function hears(call: CallParties, from: PartyId, to: PartyId): boolean {
  const [speaks, listens] = [partOf(call, from), partOf(call, to)]
  if (from === to || speaks === null || listens === null || speaks === 'asked' || listens === 'asked') return false
  const held = call.heldSince !== null
  if (speaks === 'listening' || (held && (speaks === 'customer' || listens === 'customer'))) return false
  if (speaks === 'aside' || listens === 'aside') return held && (speaks === 'agent' || listens === 'agent')
  if (speaks === 'advising') return listens === 'agent'
  return true
}

/** Whom a party keeps a line of sound to: all whom they hear or are heard by, on hold or not. */
export function linkedWith(call: CallParties, party: PartyId): PartyId[] {
  const all: PartyId[] = [
    'customer',
    ...(call.agentId === null ? [] : [call.agentId]),
    ...call.guests.map(({ personId }) => personId),
  ]
  const anyHold = [
    { ...call, heldSince: null },
    { ...call, heldSince: 0 },
  ]
  return all.filter((other) => anyHold.some((one) => hears(one, other, party) || hears(one, party, other)))
}
