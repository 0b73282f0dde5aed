import { placesIn, visitOf, type Interaction } from '@eudromos/core/routing'
import type { Follower } from '../runtime/follower.ts'

interface Known {
  readonly seq: number
  readonly byQueue: Map<string, ReadonlyMap<string, number>>
}

/** Of each queue the places as they were after an event of the journal: many windows ask for them at once. */
const known = new WeakMap<Follower['state'], Known>()

/** The place in its queue among those waiting or offered: 1 is next. Null once it is answered. */
export function placeOf({ state, seq }: Pick<Follower, 'state' | 'seq'>, interaction: Interaction): number | null {
  if (interaction.phase !== 'waiting' && interaction.phase !== 'offered') return null
  let at = known.get(state)
  if (at === undefined || at.seq !== seq) known.set(state, (at = { seq, byQueue: new Map() }))
  const { queueId } = visitOf(interaction)
  const places = at.byQueue.get(queueId) ?? placesIn(state, queueId)
  at.byQueue.set(queueId, places)
  return places.get(interaction.id) ?? null
}
