// Who may see what: a private team's people and work are seen by its members, its lead and its observers.
import type { PlanDocument } from './plan.ts'
import { reachedBy } from './reach.ts'
import { upwards } from './teams.ts'

type Seen = Pick<PlanDocument, 'teams' | 'people' | 'queues'>

export interface Sight {
  /** What they may not see. */
  readonly hidden: { readonly personIds: readonly string[]; readonly queueIds: readonly string[] }
  readonly person: (personId: string) => boolean
  readonly queue: (queueId: string) => boolean
}

const everything: Sight = { hidden: { personIds: [], queueIds: [] }, person: () => true, queue: () => true }

/** Whether the viewer is of the team, leads it or observes it, or those of one above it. */
export function isClose({ teams, people }: Omit<Seen, 'queues'>, viewerId: string, teamId: string): boolean {
  const own = people.find(({ id }) => id === viewerId)?.teamId ?? null
  return [...upwards(teams, teamId)].some(
    ({ id, leadId, observerIds }) => id === own || leadId === viewerId || observerIds.includes(viewerId),
  )
}

/** Whether the team, or one above it, is private. */
const isPrivate = (teams: Seen['teams'], teamId: string): boolean =>
  [...upwards(teams, teamId)].some((team) => team.private)

/**
 * What `viewerId` may see. A queue is a private team's where nobody else serves it, and then hidden with its people; a
 * team below a private one is private as well, and whoever sees the upper one sees the lower.
 */
export function sightOf({ teams, people, queues }: Seen, viewerId: string): Sight {
  const hidden = new Set<string>(
    teams
      .filter(({ id }) => isPrivate(teams, id) && !isClose({ teams, people }, viewerId, id))
      .map(({ id }) => id as string),
  )
  if (hidden.size === 0) return everything
  const unseen = new Set(
    people
      .filter(({ id, teamId }) => id !== viewerId && teamId !== null && hidden.has(teamId))
      .map(({ id }) => id as string),
  )
  const theirs = new Set(
    queues
      .filter((queue) => {
        const serving = reachedBy(queue, { teams, people })
        return serving.length > 0 && serving.every((id) => unseen.has(id))
      })
      .map(({ id }) => id as string),
  )
  return {
    hidden: { personIds: [...unseen], queueIds: [...theirs] },
    person: (id) => !unseen.has(id),
    queue: (id) => !theirs.has(id),
  }
}
