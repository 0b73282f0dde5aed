import 'server-only'
import { may, ownChanges, type AgentId } from '@eudromos/core/plan'
import { readPublished, readVersions } from '@eudromos/database'
import type { OwnChangesView } from '../../view/own-changes.ts'
import { notAllowed, notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { sightFor } from '../sight/sight.ts'
import type { Who } from '../edge/who.ts'

const days = 7
const mostVersions = 10
type ChangesOf = ReturnType<typeof ownChanges>

/**
 * By its number, what a version has changed: versions never change, and once one is published every seat that is empty asks.
 * None where it or the one before it is not there.
 */
const changes = new Map<number, Promise<ChangesOf>>()

async function compared({ database }: Runtime, version: number): Promise<ChangesOf> {
  const [before, after] = await Promise.all([readPublished(database, version - 1), readPublished(database, version)])
  return before === null || after === null ? () => [] : ownChanges(before, after)
}

function changesBy(runtime: Runtime, version: number): Promise<ChangesOf> {
  const known = changes.get(version)
  if (known !== undefined) return known
  const read = compared(runtime, version)
  changes.set(version, read)
  read.catch(() => changes.delete(version))
  for (const old of [...changes.keys()].sort((a, b) => b - a).slice(mostVersions)) changes.delete(old)
  return read
}

/** What the last week's versions of the plan have changed for an agent, the newest first; ten versions at most. */
export async function readOwnChanges(runtime: Runtime, who: Who, agentId: AgentId): Promise<OwnChangesView> {
  const { database, clock, follower } = runtime
  if (agentId !== who.id && !may(who.roles, 'actAs')) throw notAllowed()
  if (agentId !== who.id && !sightFor(follower, who.id).person(agentId)) throw notFound('This person')
  const versions = await readVersions(database, clock.now() - days * 86_400_000, mostVersions)
  const told = await Promise.all(
    versions
      .filter(({ version }) => version > 1)
      .map(async ({ version, publishedAt, publishedBy }) => ({
        version,
        at: publishedAt,
        byName: publishedBy === null ? null : (follower.people.get(publishedBy)?.name ?? null),
        changes: (await changesBy(runtime, version))(agentId),
      })),
  )
  return { days, versions: told.filter(({ changes }) => changes.length > 0) }
}
