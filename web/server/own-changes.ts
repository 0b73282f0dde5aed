import 'server-only'
import { may, ownChanges, type PlanDocument } from '@eudromos/core/plan'
import { readPublished, readVersions } from '@eudromos/database'
import type { OwnChangesView } from '../view/own-changes.ts'
import { notAllowed } from './problem.ts'
import type { Runtime } from './runtime.ts'
import type { Who } from './who.ts'

const days = 7
const mostVersions = 10
/** Versions never change, so that those read last are kept, by their number. */
const documents = new Map<number, Promise<PlanDocument | null>>()

function documentOf({ database }: Runtime, version: number): Promise<PlanDocument | null> {
  const known = documents.get(version) ?? readPublished(database, version)
  documents.delete(version)
  documents.set(version, known)
  known.catch(() => documents.delete(version))
  for (const old of documents.keys())
    if (documents.size > mostVersions + 1) documents.delete(old)
    else break
  return known
}

/** What the last week's versions of the plan have changed for an agent, the newest first; ten versions at most. */
export async function readOwnChanges(runtime: Runtime, who: Who, agentId: string): Promise<OwnChangesView> {
  if (agentId !== who.id && !may(who.roles, 'actAs')) throw notAllowed()
  const { database, clock, follower } = runtime
  const versions = await readVersions(database, clock.now() - days * 86_400_000, mostVersions)
  const told = await Promise.all(
    versions
      .filter(({ version }) => version > 1)
      .map(async ({ version, publishedAt, publishedBy }) => {
        const [before, after] = await Promise.all([documentOf(runtime, version - 1), documentOf(runtime, version)])
        return {
          version,
          at: publishedAt,
          byName: publishedBy === null ? null : (follower.people.get(publishedBy)?.name ?? null),
          changes: before === null || after === null ? [] : ownChanges(before, after, agentId),
        }
      }),
  )
  return { days, versions: told.filter(({ changes }) => changes.length > 0) }
}
