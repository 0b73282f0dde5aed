import type { AgentId, InteractionId, PersonId } from '@eudromos/core/plan'
import 'server-only'
import { peopleFor, visitOf } from '@eudromos/core/routing'
import { meets } from '@eudromos/core/skills'
import type { TransferTargets } from '../../view/view.ts'
import type { Follower } from '../runtime/follower.ts'

/** Where an agent can pass an interaction on to: open queues with how it stands there, and people who are there and able. */
export function transferTargets(
  { state, document, people }: Follower,
  interactionId: InteractionId,
): TransferTargets | null {
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined || document === null) return null
  const { channel, customerId, test } = interaction
  const there = [...state.agents.values()].filter(
    (agent) =>
      state.isPresent(agent, channel) &&
      !interaction.participations.some(isWith(agent.id)) &&
      !interaction.guests.some(({ personId }) => personId === agent.id),
  )
  const free = new Set(there.filter((agent) => agent.offerId === null && state.hasRoom(agent, channel, customerId)))
  const queues = document.queues
    .filter(({ service }) => service === 'inService' || (service === 'inPreparation' && test))
    .map(({ id, name, selection }) => {
      const { waiting } = state.index.standing(id)
      const { free: freeIds, soon, busy } = peopleFor(state, id)
      const { open } = state.queueDay(id)
      const { demand } = state.index.queue(id)
      const asks = state.index.classOf(state.index.queue(id), {
        channel,
        requirements: [],
        priority: null,
        preferred: null,
      })
      const [first] = [...free]
        .filter((agent) => demand.order.has(agent.id))
        .filter((agent) => meets(state.levelsOf(agent.id), asks.askedFor[0] ?? []))
        .sort((a, b) => state.idleSinceOf(a, channel) - state.idleSinceOf(b, channel))
      const present = freeIds.length + soon.length + busy.length
      return { id, name, selection, open, waiting, present, free: freeIds.length, asksId: first?.id ?? null }
    })
  const queue = state.index.queue(visitOf(interaction).queueId)
  const asked = state.index.classOf(queue, {
    channel,
    requirements: interaction.requirements,
    priority: null,
    preferred: null,
  })
  const agents = there
    .map((agent) => ({
      id: agent.id,
      name: people.get(agent.id)?.name ?? agent.id,
      free: free.has(agent),
      able: meets(state.levelsOf(agent.id), asked.askedFor[0] ?? []),
      serves: queue.demand.order.has(agent.id),
      taken: state.slotsTaken(agent),
      slots: state.limitsOf(agent.id)?.slots ?? 0,
    }))
    .sort((a, b) => rank(b) - rank(a) || a.name.localeCompare(b.name))
  return { queues, agents }
}

const isWith =
  (agentId: AgentId) =>
  ({ personId, to }: { readonly personId: PersonId; readonly to: number | null }): boolean =>
    personId === agentId && to === null

const rank = ({ free, able, serves }: TransferTargets['agents'][number]): number =>
  (able ? 4 : 0) + (free ? 2 : 0) + (serves ? 1 : 0)
