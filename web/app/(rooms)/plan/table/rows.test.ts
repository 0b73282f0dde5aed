import { matching, writeCsv } from './rows.ts'

const rows = [
  { name: 'Ana Mirel', team: 'Crossing desk', tier: 1 },
  { name: 'Ben Crossing', team: 'Care desk', tier: 2 },
]

test('every word must stand in the row, in whatever column', () => {
  expect(matching(rows, '')).toEqual(rows)
  expect(matching(rows, ' CROSSING ').map(({ name }) => name)).toEqual(['Ana Mirel', 'Ben Crossing'])
  expect(matching(rows, 'crossing care')).toEqual([rows[1]])
  expect(matching(rows, '1 care')).toEqual([])
})

test('what a spreadsheet would take for a formula is written as words', () => {
  expect(writeCsv([['Name'], ['=1+1'], ['a "b", c']])).toBe('Name\r\n"\'=1+1"\r\n"a ""b"", c"\r\n')
})
