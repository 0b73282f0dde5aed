import { pauseRows, pausesOf, withDay, type Pause } from './pauses.ts'

const meal = (weekday: number): Pause => ({ weekday, kind: 'meal', from: '11:00', to: '11:30' })
const rest = (weekday: number): Pause => ({ weekday, kind: 'break', from: '08:30', to: '08:45' })

test('the same pause on several days is one row, rows stand by their times', () => {
  expect(pauseRows([meal(3), rest(1), meal(1)])).toEqual([
    { kind: 'break', from: '08:30', to: '08:45', weekdays: [1] },
    { kind: 'meal', from: '11:00', to: '11:30', weekdays: [1, 3] },
  ])
})

test('a row gives back its pauses', () => {
  expect(pauseRows([meal(1), meal(3)]).flatMap(pausesOf)).toEqual([meal(1), meal(3)])
})

test('a day goes in and out', () => {
  const [row] = pauseRows([meal(2)])
  if (row === undefined) throw new Error('no row')
  expect(withDay(row, 1).weekdays).toEqual([1, 2])
  expect(withDay(row, 2).weekdays).toEqual([])
})
