// Callers who were cut off, and come back.
import { isCall, type AddressId, type Channel, type Instant } from '../../plan/index.ts'
import type { Event } from '../journal/events.ts'
import type { Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

/** To be called before a call ends: notes it where nothing more has come from its customer. */
export function noteCutOff(state: State, interaction: Interaction, { at, by }: Event<'interactionEnded'>): void {
  const { channel, addressId, customerGraceDueAt, participations } = interaction
  const agentId = participations.findLast(({ to }) => to === null)?.personId
  const lost = by === 'customer' && customerGraceDueAt !== null && customerGraceDueAt <= at
  if (!isCall(channel) || addressId === null || agentId === undefined || !lost) return
  const since = at - state.settings().backWithinSeconds * 1000
  const kept = state.cutOffs.filter((one) => one.at > since && one.addressId !== addressId)
  state.cutOffs = [...kept, { addressId, agentId, at }]
}

/** What one who comes back is given: whom it is for at first. Null for anybody else. */
export function backFrom(
  state: State,
  channel: Channel,
  addressId: AddressId | null,
  at: Instant,
): Event<'interactionArrived'>['back'] {
  const { backWithinSeconds, preferredSeconds } = state.settings()
  const cut = state.cutOffs.find((one) => one.addressId === addressId)
  if (!isCall(channel) || cut === undefined || at - cut.at >= backWithinSeconds * 1000) return null
  const agent = state.agents.get(cut.agentId)
  const there = agent !== undefined && state.isPresent(agent, channel)
  return { preferred: there ? { agentId: agent.id, until: at + preferredSeconds * 1000 } : null }
}
