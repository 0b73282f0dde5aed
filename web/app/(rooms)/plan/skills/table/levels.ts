import type { PersonId, SkillId } from '@eudromos/core/plan'
// Levels of people in skills as a table: what is edited, read from a spreadsheet or a file, and written for one.

export interface Named<Id extends string> {
  readonly id: Id
  readonly name: string
}

/** By person and skill, as `keyOf` makes it: the level, 0 for none. */
export type Levels = ReadonlyMap<string, number>

export interface Change {
  readonly personId: PersonId
  readonly skillId: SkillId
  readonly level: number
}

export const keyOf = (personId: PersonId, skillId: SkillId): string => `${personId} ${skillId}`

/** What is wrong with one row, counted from 1, the header being row 1. */
export interface RowFault {
  readonly row: number
  readonly code: 'unknownPerson' | 'twoOfThatName' | 'notALevel' | 'unknownSkill' | 'noPersonColumn' | 'noRoom'
  readonly value: string
}

export interface Reading {
  /** Only what differs from what there is. */
  readonly changes: readonly Change[]
  readonly faults: readonly RowFault[]
  readonly same: number
}

export const personColumn = 'Person'

/** Empty and 0 mean that they do not have it; null: not a level. */
export function levelIn(text: string): number | null {
  const trimmed = text.trim()
  if (trimmed === '') return 0
  return /^[0-5]$/.test(trimmed) ? Number(trimmed) : null
}

const plain = (text: string): string => text.trim().toLowerCase()

/** Whether the rows begin with a header of ours: a column of people. */
export const hasHeader = (rows: readonly (readonly string[])[]): boolean =>
  rows[0]?.some((cell) => plain(cell) === plain(personColumn)) ?? false

/** Rows under a header: a column of people (by name or id) and one for each skill (by name). Other columns are faults. */
export function readTable(
  rows: readonly (readonly string[])[],
  people: readonly Named<PersonId>[],
  skills: readonly Named<SkillId>[],
  levels: Levels,
): Reading {
  const header = rows[0] ?? []
  const at = header.findIndex((cell) => plain(cell) === plain(personColumn))
  if (at === -1) return { changes: [], faults: [{ row: 1, code: 'noPersonColumn', value: '' }], same: 0 }
  const faults: RowFault[] = []
  const columns = header.map((cell, n) => {
    if (n === at || cell.trim() === '') return null
    const found = skills.find(({ name }) => plain(name) === plain(cell))
    if (found === undefined) faults.push({ row: 1, code: 'unknownSkill', value: cell.trim() })
    return found ?? null
  })
  const byName = new Map<string, Named<PersonId>[]>()
  for (const one of people)
    for (const name of new Set([plain(one.name), plain(one.id)])) byName.set(name, [...(byName.get(name) ?? []), one])
  const cells: Change[] = []
  for (const [n, row] of rows.slice(1).entries()) {
    if (row.every((cell) => cell.trim() === '')) continue
    const named = row[at] ?? ''
    const [person, other] = byName.get(plain(named)) ?? []
    if (person === undefined || other !== undefined) {
      faults.push({ row: n + 2, code: person === undefined ? 'unknownPerson' : 'twoOfThatName', value: named.trim() })
      continue
    }
    for (const [k, skill] of columns.entries()) {
      if (skill === null || row[k] === undefined) continue
      const level = levelIn(row[k])
      if (level === null) faults.push({ row: n + 2, code: 'notALevel', value: row[k].trim() })
      else cells.push({ personId: person.id, skillId: skill.id, level })
    }
  }
  return { ...differing(cells, levels), faults }
}

/** Rows without a header, laid over the table from one of its cells on. */
export function readBlock(
  rows: readonly (readonly string[])[],
  people: readonly Named<PersonId>[],
  skills: readonly Named<SkillId>[],
  from: { readonly row: number; readonly column: number },
  levels: Levels,
): Reading {
  const faults: RowFault[] = []
  const cells: Change[] = []
  for (const [n, row] of rows.entries())
    for (const [k, text] of row.entries()) {
      const person = people[from.row + n]
      const skill = skills[from.column + k]
      const level = levelIn(text)
      if (person === undefined || skill === undefined) faults.push({ row: n + 1, code: 'noRoom', value: text.trim() })
      else if (level === null) faults.push({ row: n + 1, code: 'notALevel', value: text.trim() })
      else cells.push({ personId: person.id, skillId: skill.id, level })
    }
  return { ...differing(cells, levels), faults }
}

function differing(cells: readonly Change[], levels: Levels): Pick<Reading, 'changes' | 'same'> {
  const changes = cells.filter(({ personId, skillId, level }) => (levels.get(keyOf(personId, skillId)) ?? 0) !== level)
  return { changes, same: cells.length - changes.length }
}

/** A header and a row for each person; who has not a skill has an empty cell. */
export const tableRows = (
  people: readonly Named<PersonId>[],
  skills: readonly Named<SkillId>[],
  levels: Levels,
): string[][] => [
  [personColumn, ...skills.map(({ name }) => name)],
  ...people.map(({ id, name }) => [
    name,
    ...skills.map((skill) => {
      const level = levels.get(keyOf(id, skill.id)) ?? 0
      return level === 0 ? '' : String(level)
    }),
  ]),
]
