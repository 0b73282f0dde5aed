// Presence: whether an agent can be reached at all, and since when. Imports plan.
import type { Channel, PresenceState } from '../plan/index.ts'

export type PresenceGap = 'unknownState' | 'signedOut' | 'notConnected' | 'stateAdmitsNothing'

/** Why the agent is not present for the channel, or null when they are. */
export function presenceGap(
  state: PresenceState | undefined,
  connected: boolean,
  channel: Channel,
): PresenceGap | null {
  if (state === undefined) return 'unknownState'
  if (state.signedOut) return 'signedOut'
  if (!connected) return 'notConnected'
  return state.admits.includes(channel) ? null : 'stateAdmitsNothing'
}
