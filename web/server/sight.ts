import 'server-only'
import { sightOf, type PlanDocument, type Sight } from '@eudromos/core/plan'
import { visitOf, type Interaction } from '@eudromos/core/routing'
import type { RecordRow } from '@eudromos/database'
import type { Follower } from './follower.ts'

// What somebody may see of private teams, as the published plan has it.

const known = new WeakMap<PlanDocument, Map<string, Sight>>()
const nobodysPlan: Pick<PlanDocument, 'teams' | 'people' | 'queues'> = { teams: [], people: [], queues: [] }

export function sightFor({ document }: Follower, viewerId: string): Sight {
  if (document === null) return sightOf(nobodysPlan, viewerId)
  let byViewer = known.get(document)
  if (byViewer === undefined) known.set(document, (byViewer = new Map()))
  let sight = byViewer.get(viewerId)
  if (sight === undefined) byViewer.set(viewerId, (sight = sightOf(document, viewerId)))
  return sight
}

/** Not what waits in a private team's queue, nor what one of its people has or had. */
export const seesInteraction = (sight: Sight, interaction: Interaction): boolean =>
  sight.queue(visitOf(interaction).queueId) &&
  [...interaction.participations, ...interaction.guests].every(({ personId }) => sight.person(personId)) &&
  visitOf(interaction).offers.every(({ agentId, end }) => end !== null || sight.person(agentId))

export const seesRecord = (sight: Sight, { queueId, agentId }: Pick<RecordRow, 'queueId' | 'agentId'>): boolean =>
  sight.queue(queueId) && (agentId === null || sight.person(agentId))
