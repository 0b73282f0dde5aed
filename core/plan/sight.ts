// Who may see what: a private team's people and work are seen by its members, its lead and its observers.
import type { PersonId, TeamId, QueueId } from '../ids/index.ts'
import type { PlanDocument } from './plan.ts'
import { reachedBy } from './reach.ts'
import { upwards } from './teams.ts'

/** What sight is judged by. */
export type Seen = Pick<PlanDocument, 'teams' | 'people' | 'queues'>

export interface Sight {
  /** What they may not see. */
  readonly hidden: { readonly personIds: readonly PersonId[]; readonly queueIds: readonly QueueId[] }
  readonly person: (personId: PersonId) => boolean
  readonly queue: (queueId: QueueId) => boolean
}

const everything: Sight = { hidden: { personIds: [], queueIds: [] }, person: () => true, queue: () => true }

/** Who is of the team, leads it or observes it, or those of one above it. */
function circleOf({ teams, people }: Omit<Seen, 'queues'>, teamId: TeamId | null): Set<PersonId> {
  const above = teamId === null ? [] : [...upwards(teams, teamId)]
  const ids = new Set(above.map(({ id }) => id))
  return new Set([
    ...people.filter((one) => one.teamId !== null && ids.has(one.teamId)).map(({ id }) => id),
    ...above.flatMap(({ leadId, observerIds }) => (leadId === null ? observerIds : [leadId, ...observerIds])),
  ])
}

/** Whether the viewer is of the team, leads it or observes it, or those of one above it. */
export function isClose({ teams, people }: Omit<Seen, 'queues'>, viewerId: PersonId, teamId: TeamId): boolean {
  const own = people.find(({ id }) => id === viewerId)?.teamId ?? null
  return [...upwards(teams, teamId)].some(
    ({ id, leadId, observerIds }) => id === own || leadId === viewerId || observerIds.includes(viewerId),
  )
}

/** Whether the team, or one above it, is private. */
const isPrivate = (teams: Seen['teams'], teamId: TeamId): boolean =>
  [...upwards(teams, teamId)].some((team) => team.private)

/**
 * What `viewerId` may see. A queue is a private team's where nobody else serves it, and then hidden with its people; a
 * team below a private one is private as well, and whoever sees the upper one sees the lower.
 */
export function sightOf({ teams, people, queues }: Seen, viewerId: PersonId): Sight {
  const hidden = new Set(
    teams.filter(({ id }) => isPrivate(teams, id) && !isClose({ teams, people }, viewerId, id)).map(({ id }) => id),
  )
  if (hidden.size === 0) return everything
  const unseen = new Set(
    people.filter(({ id, teamId }) => id !== viewerId && teamId !== null && hidden.has(teamId)).map(({ id }) => id),
  )
  const theirs = new Set(
    queues
      .filter((queue) => {
        const serving = reachedBy(queue, { teams, people })
        return serving.length > 0 && serving.every((id) => unseen.has(id))
      })
      .map(({ id }) => id),
  )
  return {
    hidden: { personIds: [...unseen], queueIds: [...theirs] },
    person: (id) => !unseen.has(id),
    queue: (id) => !theirs.has(id),
  }
}

/**
 * Whether a change of the plan would show anybody something of a private team that whoever makes it may not see themself:
 * more people are of the team or see it, it is private no more, its people are of another, or others serve its queues.
 */
export function opens(before: Seen, after: Seen, makerId: PersonId): boolean {
  const unseen = sightOf(before, makerId).hidden
  if (unseen.personIds.length === 0) return false
  const still = sightOf(after, makerId)
  const gains = (circle: ReadonlySet<PersonId>, was: ReadonlySet<PersonId>): boolean =>
    [...circle].some((id) => !was.has(id))
  const teamOf = ({ people }: Seen, personId: PersonId) => people.find(({ id }) => id === personId)?.teamId ?? null
  const staying = new Set<string>(after.people.map(({ id }) => id))
  const people = unseen.personIds.filter((id) => staying.has(id))
  const circles = new Map<string, Set<PersonId>>()
  const circle = (of: Seen, name: string, teamId: TeamId | null): Set<PersonId> => {
    const key = `${name} ${teamId}`
    const found = circles.get(key) ?? circleOf(of, teamId)
    circles.set(key, found)
    return found
  }
  const opened = people.some(
    (id) =>
      still.person(id) ||
      gains(circle(after, 'after', teamOf(after, id)), circle(before, 'before', teamOf(before, id))),
  )
  if (opened) return true
  return unseen.queueIds.some((id) => {
    const [was, is] = [before, after].map(({ queues }) => queues.find((queue) => queue.id === id))
    if (was === undefined || is === undefined) return false
    return still.queue(id) || gains(new Set(reachedBy(is, after)), new Set(reachedBy(was, before)))
  })
}
