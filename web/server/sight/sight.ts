import 'server-only'
import { sightOf, type PlanDocument, type Seen, type Sight, type PersonId, type QueueId } from '@eudromos/core/plan'
import { visitOf, type Interaction } from '@eudromos/core/routing'
import type { Follower } from '../runtime/follower.ts'

// What somebody may see of private teams, as the published plan has it.

const known = new WeakMap<PlanDocument, Map<string, Sight>>()
const nobodysPlan: Seen = { teams: [], people: [], queues: [] }

/** Who has left is as private as they were: they stand in no plan, and stay of their team. */
const withThoseWhoLeft = (document: PlanDocument, people: Follower['people']): Seen => ({
  ...document,
  people: [...document.people, ...thoseWhoLeft(people)],
})

export const thoseWhoLeft = (people: Follower['people']): Seen['people'] =>
  [...people.values()].filter(({ left }) => left).map((person) => ({ ...person, skills: [] }))

export function sightFor({ document, people }: Pick<Follower, 'document' | 'people'>, viewerId: PersonId): Sight {
  if (document === null) return sightOf(nobodysPlan, viewerId)
  let byViewer = known.get(document)
  if (byViewer === undefined) known.set(document, (byViewer = new Map()))
  let sight = byViewer.get(viewerId)
  if (sight === undefined) byViewer.set(viewerId, (sight = sightOf(withThoseWhoLeft(document, people), viewerId)))
  return sight
}

/** Not what waits or waited in a private team's queue, nor what one of its people has or had. */
export const seesInteraction = (sight: Sight, interaction: Interaction): boolean =>
  interaction.visits.every(({ queueId }) => sight.queue(queueId)) &&
  [...interaction.participations, ...interaction.guests].every(({ personId }) => sight.person(personId)) &&
  visitOf(interaction).offers.every(({ agentId, end }) => end !== null || sight.person(agentId))

/** Not what anybody of a private team had or took part in, nor what was in a queue of theirs. */
export const seesRecord = (
  sight: Sight,
  { queueIds, personIds }: { readonly queueIds: readonly QueueId[]; readonly personIds: readonly PersonId[] },
): boolean => queueIds.every(sight.queue) && personIds.every(sight.person)
