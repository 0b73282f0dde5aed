// Teams as rows of a file: written for a spreadsheet, and read from one as changes of what there is.
import { newId } from '../../../../view/new-id.ts'
import type { PlanDocument, PersonId } from '@eudromos/core/plan'
import { teamFile as t } from '../../../../messages/people.ts'
import { headerOf, parts, plain, type Reading, type RowChange, type RowFault } from '../../../../view/reading.ts'

type Team = PlanDocument['teams'][number]

export const columns = ['Name', 'Part of', 'Lead', 'Private', 'Observers', 'Description'] as const
type Column = (typeof columns)[number]

/** People as a file names them: by their address. */
export type Addresses = readonly { readonly id: PersonId; readonly email: string }[]

const addressOf = (people: Addresses, id: PersonId): string => people.find((one) => one.id === id)?.email ?? id

/** How each column is written of a team. Notes for the team alone are in no file. */
export const cellsOf = (team: Team, teams: readonly Team[], people: Addresses): Record<Column, string> => ({
  Name: team.name,
  'Part of': teams.find(({ id }) => id === team.parentId)?.name ?? '',
  Lead: team.leadId === null ? '' : addressOf(people, team.leadId),
  Private: team.private ? 'yes' : 'no',
  Observers: team.observerIds.map((id) => addressOf(people, id)).join('; '),
  Description: team.description,
})

/** A header and a row for each team. */
export const teamRows = (shown: readonly Team[], teams: readonly Team[], people: Addresses): string[][] => [
  [...columns],
  ...shown.map((team) => {
    const cells = cellsOf(team, teams, people)
    return columns.map((column) => cells[column])
  }),
]

const blank = (name: string): Team => ({
  id: newId(),
  name,
  description: '',
  notes: '',
  parentId: null,
  leadId: null,
  private: false,
  observerIds: [],
})

/** What one cell makes of the team, or undefined where it cannot be read and that was told. */
function partOf(
  column: Column,
  text: string,
  teams: readonly Team[],
  people: Addresses,
  tell: (text: string) => void,
): Partial<Team> {
  const person = (address: string): PersonId[] => {
    const found = people.find(({ id, email }) => plain(email) === plain(address) || id === address.trim())
    if (found === undefined) tell(t.unknown(column, address.trim()))
    return found === undefined ? [] : [found.id]
  }
  switch (column) {
    case 'Name':
      // It says which team is meant.
      return {}
    case 'Part of': {
      if (text.trim() === '') return { parentId: null }
      const parent = teams.find(({ name }) => plain(name) === plain(text))
      if (parent === undefined) tell(t.unknown(column, text.trim()))
      return { parentId: parent?.id ?? null }
    }
    case 'Lead':
      return { leadId: text.trim() === '' ? null : (person(text)[0] ?? null) }
    case 'Private':
      if (!['yes', 'no', ''].includes(plain(text))) tell(t.noChoice(text.trim()))
      return { private: plain(text) === 'yes' }
    case 'Observers':
      return { observerIds: [...new Set(parts(text).flatMap(person))] }
    case 'Description':
      return { description: text.trim() }
  }
}

/**
 * Reads rows under a header of the columns above, in any order; teams are known by their name, one that no team has makes
 * a new one, which others of the file may be part of. Columns left out stay as they are. A row with a fault changes
 * nothing.
 */
export function readTeams(
  rows: readonly (readonly string[])[],
  teams: readonly Team[],
  people: Addresses,
): Reading<Team> {
  const faults: RowFault[] = []
  const read = headerOf(rows[0] ?? [], columns, (cell) => faults.push({ row: 1, text: t.unknownColumn(cell) }))
  const at = read.indexOf('Name')
  if (at === -1) return { changes: [], faults: [{ row: 1, text: t.noNameColumn }], same: 0 }
  const byName = new Map(teams.map((team) => [plain(team.name), team]))
  const filled = [...rows.entries()].slice(1).filter(([, row]) => row.some((cell) => cell.trim() !== ''))
  const named = new Map<string, Team>(byName)
  for (const [, row] of filled) {
    const name = row[at]?.trim() ?? ''
    if (name !== '' && !named.has(plain(name))) named.set(plain(name), blank(name))
  }
  const all = [...named.values()]
  const met = new Set<string>()
  const changes: RowChange<Team>[] = []
  let same = 0
  for (const [n, row] of filled) {
    const key = plain(row[at] ?? '')
    const start = named.get(key)
    if (start === undefined || met.has(key)) {
      faults.push({ row: n + 1, text: start === undefined ? t.noName : t.twice(start.name) })
      continue
    }
    met.add(key)
    const before = byName.get(key) ?? null
    const found = faults.length
    const change = read.map((column, k) => {
      const cell = row[k]
      if (column === undefined || cell === undefined) return {}
      return partOf(column, cell, all, people, (text) => faults.push({ row: n + 1, text }))
    })
    if (faults.length > found) continue
    const after = Object.assign({}, start, ...change) as Team
    const [old, now] = [cellsOf(start, all, people), cellsOf(after, all, people)]
    const fields = columns.flatMap((column) =>
      old[column] === now[column] ? [] : [{ column, from: old[column], to: now[column] }],
    )
    if (before !== null && fields.length === 0) same += 1
    else changes.push({ before, after, fields })
  }
  return { changes, faults, same }
}
