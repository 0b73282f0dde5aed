import type { PlanDocument } from '@eudromos/core/plan'
import { readTeams, teamRows } from './team-file.ts'

type Team = PlanDocument['teams'][number]

const people = [
  { id: 'ana', email: 'ana@skerrow.example' },
  { id: 'ben', email: 'ben@skerrow.example' },
]
const team = (id: string, name: string, rest: Partial<Team> = {}): Team => ({
  id,
  name,
  description: '',
  notes: 'for us alone',
  parentId: null,
  leadId: null,
  private: false,
  observerIds: [],
  ...rest,
})
const care = team('care', 'Care desk', { leadId: 'ana', description: 'Boarding with help' })
const night = team('night', 'Night desk', { parentId: 'care', private: true, observerIds: ['ana', 'ben'] })
const teams = [care, night]
const read = (...rows: string[][]) => readTeams(rows, teams, people)

test('what is written is read as nothing changed, and notes are not written', () => {
  const rows = teamRows(teams, teams, people)
  expect(rows[2]).toEqual(['Night desk', 'Care desk', '', 'yes', 'ana@skerrow.example; ben@skerrow.example', ''])
  expect(JSON.stringify(rows)).not.toContain('for us alone')
  expect(readTeams(rows, teams, people)).toEqual({ changes: [], faults: [], same: 2 })
})

test('columns come in any order, and those left out stay as they are', () => {
  const { changes, faults } = read(['LEAD', 'name'], ['ben@skerrow.example', 'care DESK'], ['', 'Night desk'])
  expect(faults).toEqual([])
  expect(changes).toEqual([
    {
      before: care,
      after: { ...care, leadId: 'ben' },
      fields: [{ column: 'Lead', from: 'ana@skerrow.example', to: 'ben@skerrow.example' }],
    },
  ])
})

test('a name that no team has makes a new one, which others of the file may be part of', () => {
  const { changes } = read(['Name', 'Part of'], ['Night desk', 'Harbour'], ['Harbour', ''])
  expect(changes.map(({ before, after }) => [before?.id ?? null, after.name])).toEqual([
    ['night', 'Night desk'],
    [null, 'Harbour'],
  ])
  expect(changes[0]?.after.parentId).toBe(changes[1]?.after.id)
})

test.each([
  [['Name', 'Part of'], ['Care desk', 'Nowhere'], 2, 'Part of: there is no “Nowhere”.'],
  [['Name', 'Lead'], ['Care desk', 'cleo@skerrow.example'], 2, 'Lead: there is no “cleo@skerrow.example”.'],
  [['Name', 'Private'], ['Care desk', 'perhaps'], 2, 'Private: “perhaps” is neither yes nor no.'],
  [['Name', 'Lead'], ['', 'ben@skerrow.example'], 2, 'Name: it is empty.'],
  [['Team'], ['Care desk'], 1, 'there is no column “Name”, which identifies teams.'],
])('%j with %j says which row, and changes nothing', (header, row, at, text) => {
  expect(read(header, row)).toMatchObject({ changes: [], faults: [{ row: at, text }] })
})

test('a column that is none is told of, and a team stands in one row only', () => {
  const { changes, faults } = read(['Name', 'Colour', 'Private'], ['Care desk', 'blue', 'yes'], ['Care desk', '', 'no'])
  expect(faults.map(({ row }) => row)).toEqual([1, 3])
  expect(changes).toHaveLength(1)
})
