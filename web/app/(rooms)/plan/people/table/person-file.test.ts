import { plainPerson, type PersonEdit, type PlanDocument } from '@eudromos/core/plan'
import { blankPerson } from '../values.ts'
import { columns, peopleRows, readPeople } from './person-file.ts'

const named = (id: string, name: string) => ({ id, name })

const document = {
  sites: [named('port', 'Port Ansel')],
  teams: [named('care', 'Care desk'), named('quay', 'Quay')],
  loadLimits: [named('three', 'Three chats')],
  shifts: [named('early', 'Early')],
  skills: [named('english', 'English'), named('papers', 'Freight papers')],
  queues: [named('today', "Today's sailings"), named('bookings', 'Bookings')],
} as unknown as PlanDocument

const ana: PersonEdit = {
  ...plainPerson,
  id: 'ana',
  name: 'Ana Mirel',
  email: 'ana@skerrow.example',
  roles: ['agent', 'supervisor'],
  siteId: 'port',
  teamId: 'care',
  tier: 2,
  loadLimitsId: 'three',
  shiftId: 'early',
  skills: [
    { skillId: 'english', level: 5 },
    { skillId: 'papers', level: 2 },
  ],
  queueIds: ['today', 'bookings'],
}
const ben: PersonEdit = { ...ana, id: 'ben', name: 'Ben', email: 'ben@skerrow.example', skills: [], queueIds: [] }

test('what is written is read as nothing changed', () => {
  const read = readPeople(peopleRows([ana, ben], document), [ana, ben], document)
  expect(read).toEqual({ changes: [], faults: [], same: 2 })
})

test('columns come in any order, and those left out stay as they are', () => {
  const rows = [
    ['skills', 'EMAIL'],
    ['freight papers 4', 'Ana@Skerrow.example'],
  ]
  const { changes, faults } = readPeople(rows, [ana], document)
  expect(faults).toEqual([])
  expect(changes).toEqual([
    {
      before: ana,
      after: { ...ana, skills: [{ skillId: 'papers', level: 4 }] },
      fields: [{ column: 'Skills', from: 'English 5; Freight papers 2', to: 'Freight papers 4' }],
    },
  ])
})

test('an address that nobody has makes somebody new', () => {
  const rows = [
    ['Name', 'Email', 'Queues'],
    ['Cleo Nair', 'cleo@skerrow.example', 'bookings'],
  ]
  const [change] = readPeople(rows, [ana], document).changes
  expect(change?.before).toBeNull()
  // What the file does not say is as in the form of somebody new.
  expect(change?.after).toEqual({
    ...blankPerson(change?.after.id ?? '', document),
    name: 'Cleo Nair',
    email: 'cleo@skerrow.example',
    queueIds: ['bookings'],
  })
  expect(change?.after.loadLimitsId).toBe('three')
})

test('each fault names its row, and the row changes nothing', () => {
  const rows = [
    ['Name', 'Email', 'Team', 'Tier', 'Skills', 'Roles', 'Shoe size'],
    ['Ana', 'ana@skerrow.example', 'Nobody’s', '', '', 'agent', ''],
    ['Ben', 'ben@skerrow.example', 'Quay', '12', 'English 9', 'pilot', ''],
    ['Dora', 'no address', '', '', '', 'agent', ''],
    ['', '', '', '', '', '', ''],
    ['', 'ed@skerrow.example', '', '', '', 'agent', ''],
    ['Ben again', 'ben@skerrow.example', '', '', '', 'agent', ''],
  ]
  const read = readPeople(rows, [ana, ben], document)
  expect(read.changes).toEqual([])
  expect(read.faults.map(({ row }) => row)).toEqual([1, 2, 3, 3, 3, 3, 4, 6, 7])
  expect(read.faults[1]?.text).toContain('Nobody’s')
})

test('a tier goes with its team, and a file without addresses is not read', () => {
  const rows = [
    ['Email', 'Team'],
    ['ana@skerrow.example', ''],
  ]
  expect(readPeople(rows, [ana], document).changes[0]?.after).toMatchObject({ teamId: null, tier: null })
  expect(readPeople([['Name'], ['Ana']], [ana], document).faults).toHaveLength(1)
  expect(columns).toContain('Email')
})
