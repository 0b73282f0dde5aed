import fc from 'fast-check'
import { keyOf, readBlock, readTable, tableRows } from './levels.ts'

const people = [
  { id: 'ana', name: 'Ana Mirel' },
  { id: 'rui', name: 'Rui Vale' },
  { id: 'rui-2', name: 'Rui Sol' },
  { id: 'rui-3', name: 'Rui Sol' },
]
const skills = [
  { id: 'fares', name: 'Fares' },
  { id: 'french', name: 'French' },
]
const levels = new Map([[keyOf('ana', 'fares'), 3]])

test('a file is read by names, whatever the order of its columns, and says only what differs', () => {
  const rows = [
    ['French', 'Person', 'Fares'],
    ['2', ' ana mirel ', '3'],
    ['', 'rui', '5'],
  ]
  expect(readTable(rows, people, skills, levels)).toEqual({
    changes: [
      { personId: 'ana', skillId: 'french', level: 2 },
      { personId: 'rui', skillId: 'fares', level: 5 },
    ],
    faults: [],
    same: 2,
  })
})

test('every fault names its row; the other rows are read', () => {
  const rows = [
    ['Person', 'Fares', 'Juggling'],
    ['Nobody Here', '1', ''],
    ['Rui Sol', '1', ''],
    ['Ana Mirel', '6', ''],
    ['', '', ''],
    ['Rui Vale', '1', ''],
  ]
  const { faults, changes } = readTable(rows, people, skills, levels)
  expect(faults).toEqual([
    { row: 1, code: 'unknownSkill', value: 'Juggling' },
    { row: 2, code: 'unknownPerson', value: 'Nobody Here' },
    { row: 3, code: 'twoOfThatName', value: 'Rui Sol' },
    { row: 4, code: 'notALevel', value: '6' },
  ])
  expect(changes).toEqual([{ personId: 'rui', skillId: 'fares', level: 1 }])
  expect(readTable([['Name']], people, skills, levels).faults).toEqual([{ row: 1, code: 'noPersonColumn', value: '' }])
})

test('a block is laid from a cell on, and what sticks out is said', () => {
  const { changes, faults } = readBlock([['4', '1'], ['x']], people, skills, { row: 2, column: 1 }, levels)
  expect(changes).toEqual([{ personId: 'rui-2', skillId: 'french', level: 4 }])
  expect(faults).toEqual([
    { row: 1, code: 'noRoom', value: '1' },
    { row: 2, code: 'notALevel', value: 'x' },
  ])
})

test('what is written reads back as no change', () => {
  const some = fc.dictionary(fc.constantFrom('ana fares', 'ana french', 'rui fares'), fc.integer({ min: 0, max: 5 }))
  fc.assert(
    fc.property(some, (levels) => {
      const known = new Map(Object.entries(levels))
      const two = people.slice(0, 2)
      const reading = readTable(tableRows(two, skills, known), two, skills, known)
      expect(reading).toEqual({ changes: [], faults: [], same: 4 })
    }),
  )
})
