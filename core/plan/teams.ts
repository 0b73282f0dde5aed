import type { TeamId } from '../ids/index.ts'
// Teams within teams.

/** The team and those above it, each once. */
export function* upwards<T extends { readonly id: string; readonly parentId: string | null }>(
  teams: readonly T[],
  teamId: TeamId | null,
): Generator<T> {
  const byId = new Map(teams.map((team) => [team.id, team]))
  const met = new Set<string>()
  for (let at = byId.get(teamId ?? ''); at !== undefined && !met.has(at.id); at = byId.get(at.parentId ?? '')) {
    met.add(at.id)
    yield at
  }
}
