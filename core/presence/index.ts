// Presence: whether an agent can be reached at all, and since when. Imports plan.
import type { Channel, PresenceState } from '../plan/index.ts'

export type PresenceGap =
  | 'unknownState'
  | 'signedOut'
  | 'notConnected'
  | 'stateAdmitsNothing'
  /** They will be in another state once they are done, and take nothing new before. */
  | 'leaving'
  /** They take nothing new of the channel for now. */
  | 'channelClosed'

/** What an agent has said of themself. */
export interface Saying {
  readonly state: PresenceState | undefined
  /** The state that they have planned for when they are done. */
  readonly after: PresenceState | null
  readonly closedTo: readonly Channel[]
  readonly connected: boolean
}

/** Why the agent is not present for the channel, or null when they are. */
export function presenceGap({ state, after, closedTo, connected }: Saying, channel: Channel): PresenceGap | null {
  if (state === undefined) return 'unknownState'
  if (state.signedOut) return 'signedOut'
  if (!connected) return 'notConnected'
  if (!state.admits.includes(channel)) return 'stateAdmitsNothing'
  if (after !== null && !after.admits.includes(channel)) return 'leaving'
  return closedTo.includes(channel) ? 'channelClosed' : null
}

/** The channels that the agent would be offered, connected or not. */
export const admitted = (saying: Saying): readonly Channel[] =>
  (saying.state?.admits ?? []).filter((channel) => presenceGap({ ...saying, connected: true }, channel) === null)
