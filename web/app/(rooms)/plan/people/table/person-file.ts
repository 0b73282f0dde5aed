// People as rows of a file: written for a spreadsheet, and read from one as changes of what there is.
import { newId } from '../../../../../view/new-id.ts'
import { roles as allRoles, type PersonEdit, type PlanDocument, type Role } from '@eudromos/core/plan'
import { personFile as t } from '../../../../../messages/people.ts'
import { blankPerson } from '../values.ts'
import { headerOf, parts, plain, type Reading, type RowChange, type RowFault } from '../../../../../view/reading.ts'

type Rows = readonly (readonly string[])[]

export const columns = [
  'Name',
  'Email',
  'Roles',
  'Site',
  'Team',
  'Tier',
  'Load limits',
  'Shift',
  'Skills',
  'Queues',
] as const
type Column = (typeof columns)[number]

export type PeopleReading = Reading<PersonEdit>

interface Named<Id extends string> {
  readonly id: Id
  readonly name: string
}

/** How each column is written of a person. */
export function cellsOf(person: PersonEdit, document: PlanDocument): Record<Column, string> {
  const named = <Id extends string>(all: readonly Named<Id>[], id: Id | null): string =>
    all.find((one) => one.id === id)?.name ?? ''
  return {
    Name: person.name,
    Email: person.email,
    Roles: person.roles.join('; '),
    Site: named(document.sites, person.siteId),
    Team: named(document.teams, person.teamId),
    Tier: person.tier === null ? '' : String(person.tier),
    'Load limits': named(document.loadLimits, person.loadLimitsId),
    Shift: named(document.shifts, person.shiftId),
    Skills: person.skills.map(({ skillId, level }) => `${named(document.skills, skillId)} ${level}`).join('; '),
    Queues: person.queueIds.map((id) => named(document.queues, id)).join('; '),
  }
}

/** A header and a row for each person. */
export const peopleRows = (people: readonly PersonEdit[], document: PlanDocument): string[][] => [
  [...columns],
  ...people.map((person) => {
    const cells = cellsOf(person, document)
    return columns.map((column) => cells[column])
  }),
]

/** Reads one row's cells, telling of each that cannot be read. */
class RowReader {
  constructor(
    private readonly document: PlanDocument,
    private readonly tell: (text: string) => void,
  ) {}

  private one<Id extends string>(all: readonly Named<Id>[], text: string, what: Column): Id | null {
    if (text.trim() === '') return null
    const found = all.filter(({ name, id }) => plain(name) === plain(text) || id === text.trim())
    if (found.length !== 1) this.tell(t.unknown(what, text.trim()))
    return found[0]?.id ?? null
  }

  private many<Id extends string>(all: readonly Named<Id>[], text: string, what: Column): Id[] {
    return [...new Set(parts(text).flatMap((part) => this.one(all, part, what) ?? []))]
  }

  private skills(text: string): PersonEdit['skills'] {
    const read = parts(text).flatMap((part) => {
      const [, name, level] = /^(.*\S)\s+(\d+)$/.exec(part) ?? [null, part, '']
      const skillId = this.one(this.document.skills, name ?? '', 'Skills')
      const known = Number(level) >= 1 && Number(level) <= 5
      if (skillId !== null && !known) this.tell(t.noLevel(part))
      return skillId === null || !known ? [] : [{ skillId, level: Number(level) }]
    })
    return [...new Map(read.map((one) => [one.skillId, one])).values()]
  }

  private roles(text: string): Role[] {
    const read = parts(text).flatMap((part) => {
      const role = allRoles.find((one) => one === plain(part))
      if (role === undefined) this.tell(t.unknown('Roles', part))
      return role ?? []
    })
    if (read.length === 0) this.tell(t.noRole)
    return [...new Set(read)]
  }

  private tier(text: string): number | null {
    if (text.trim() === '') return null
    if (!/^[1-9]$/.test(text.trim())) this.tell(t.noTier(text.trim()))
    return Number(text) || null
  }

  /** What the cell makes of the person. */
  part(column: Column, text: string): Partial<PersonEdit> {
    const { sites, teams, loadLimits, shifts, queues } = this.document
    switch (column) {
      case 'Name':
        if (text.trim() === '') this.tell(t.noName)
        return { name: text.trim() }
      case 'Email':
        return { email: plain(text) }
      case 'Roles':
        return { roles: this.roles(text) }
      case 'Site':
        return { siteId: this.one(sites, text, column) }
      case 'Team':
        return { teamId: this.one(teams, text, column) }
      case 'Tier':
        return { tier: this.tier(text) }
      case 'Load limits':
        return { loadLimitsId: this.one(loadLimits, text, column) }
      case 'Shift':
        return { shiftId: this.one(shifts, text, column) }
      case 'Skills':
        return { skills: this.skills(text) }
      case 'Queues':
        return { queueIds: this.many(queues, text, column) }
    }
  }
}

const address = /^[^\s@]+@[^\s@]+\.[^\s@]+$/

/**
 * Reads rows under a header of the columns above, in any order; people are known by their address, one that nobody has
 * makes a new person. What a file leaves out of the columns stays as it is. A row with a fault changes nothing.
 */
export function readPeople(rows: Rows, people: readonly PersonEdit[], document: PlanDocument): PeopleReading {
  const header = rows[0] ?? []
  const faults: RowFault[] = []
  const read = headerOf(header, columns, (cell) => faults.push({ row: 1, text: t.unknownColumn(cell) }))
  const at = read.indexOf('Email')
  if (at === -1) return { changes: [], faults: [{ row: 1, text: t.noEmailColumn }], same: 0 }
  const byEmail = new Map(people.map((person) => [plain(person.email), person]))
  const met = new Set<string>()
  const changes: RowChange<PersonEdit>[] = []
  let same = 0
  for (const [n, row] of rows.slice(1).entries()) {
    if (row.every((cell) => cell.trim() === '')) continue
    let well = true
    const reader = new RowReader(document, (text) => {
      well = false
      faults.push({ row: n + 2, text })
    })
    const email = plain(row[at] ?? '')
    if (!address.test(email) || met.has(email)) {
      faults.push({ row: n + 2, text: met.has(email) ? t.twice(email) : t.noAddress(email) })
      continue
    }
    met.add(email)
    const before = byEmail.get(email) ?? null
    const start: PersonEdit = before ?? { ...blankPerson(newId(), document), email }
    const change = read.map((column, k) =>
      column === undefined || row[k] === undefined ? {} : reader.part(column, row[k]),
    )
    const made = Object.assign({}, start, ...change) as PersonEdit
    const after = { ...made, tier: made.teamId === null ? null : made.tier }
    if (before === null && after.name === '' && !read.includes('Name')) {
      faults.push({ row: n + 2, text: t.noName })
      continue
    }
    if (!well) continue
    const [old, now] = [cellsOf(start, document), cellsOf(after, document)]
    const fields = columns.flatMap((column) =>
      old[column] === now[column] ? [] : [{ column, from: old[column], to: now[column] }],
    )
    if (before !== null && fields.length === 0) same += 1
    else changes.push({ before, after, fields })
  }
  return { changes, faults, same }
}
