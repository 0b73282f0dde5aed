/** @jest-environment jsdom */
import { fireEvent, render, screen } from '@testing-library/react'
import { useState } from 'react'
import type { WeeklyInterval } from '@eudromos/core/hours'
import { firstUnread } from '../form/unread.ts'
import { WeekGrid } from './week-grid.tsx'

const morning: WeeklyInterval = { weekday: 1, from: '08:00', to: '12:00' }
let weekly: readonly WeeklyInterval[]

function Week({ disabled = false }: { disabled?: boolean }) {
  const [value, setValue] = useState(weekly)
  const change = (next: readonly WeeklyInterval[]): void => {
    weekly = next
    setValue(next)
  }
  return <WeekGrid weekly={value} disabled={disabled} onChange={change} />
}

const begin = (first: readonly WeeklyInterval[], disabled = false): void => {
  weekly = first
  render(<Week disabled={disabled} />)
  // A day is 40 pixels high, an hour 10 wide.
  const box = { top: 0, left: 0, width: 240, height: 280, right: 240, bottom: 280, x: 0, y: 0, toJSON: () => '' }
  screen.getByTestId('week').getBoundingClientRect = () => box
}
const bar = (): HTMLElement => bars()[0] as HTMLElement
const bars = (): HTMLElement[] => screen.getAllByRole('button').filter((one) => one.hasAttribute('data-bar'))
const typed = (day: string): HTMLInputElement => screen.getByRole('textbox', { name: `${day}, typed` })
const press = (key: string, more: object = {}): void =>
  void fireEvent.keyDown(bars()[0] as HTMLElement, { key, ...more })

beforeAll(() => {
  // The page of the tests has no pointers that could be captured.
  HTMLElement.prototype.setPointerCapture = () => undefined
})

describe('by keyboard', () => {
  test('an interval is moved in time and to other days', () => {
    begin([morning])
    press('ArrowRight')
    expect(weekly).toEqual([{ weekday: 1, from: '08:15', to: '12:15' }])
    press('ArrowDown')
    expect(weekly).toEqual([{ weekday: 2, from: '08:15', to: '12:15' }])
    expect(document.activeElement?.getAttribute('data-bar')).toBe('2 495')
    press('ArrowUp')
    press('ArrowLeft')
    expect(weekly).toEqual([morning])
  })

  test('its end and its beginning are moved', () => {
    begin([morning])
    press('ArrowRight', { shiftKey: true })
    press('ArrowLeft', { altKey: true })
    expect(weekly).toEqual([{ weekday: 1, from: '07:45', to: '12:15' }])
  })

  test('it is taken out; other keys do nothing', () => {
    begin([morning])
    press('x')
    expect(weekly).toEqual([morning])
    press('Delete')
    expect(weekly).toEqual([])
    expect(bars()).toEqual([])
  })

  test('nothing where nothing may be changed', () => {
    begin([morning], true)
    press('Delete')
    expect(weekly).toEqual([morning])
    expect(screen.queryByRole('button', { name: /^Copy/ })).toBeNull()
    expect(typed('Monday').disabled).toBe(true)
  })
})

describe('by typing', () => {
  test('a day takes intervals when Enter is pressed or it is left', () => {
    begin([morning])
    expect(typed('Monday').value).toBe('08:00-12:00')
    fireEvent.change(typed('Tuesday'), { target: { value: '9:00-12:30, 13:30-17:00' } })
    expect(weekly).toEqual([morning])
    fireEvent.keyDown(typed('Tuesday'), { key: 'Enter' })
    expect(weekly).toEqual([
      morning,
      { weekday: 2, from: '09:00', to: '12:30' },
      { weekday: 2, from: '13:30', to: '17:00' },
    ])
    fireEvent.change(typed('Monday'), { target: { value: '' } })
    fireEvent.blur(typed('Monday'))
    expect(weekly).toHaveLength(2)
  })

  test('what is none is marked, says how, and changes nothing', () => {
    begin([morning])
    fireEvent.change(typed('Monday'), { target: { value: 'from eight' } })
    fireEvent.blur(typed('Monday'))
    expect(weekly).toEqual([morning])
    expect(typed('Monday').getAttribute('aria-invalid')).toBe('true')
    expect(typed('Monday').title).toBe('Write intervals such as 08:00-12:30, 13:30-17:00, or leave it empty.')
    expect(screen.getByText(/“from eight” is not understood/)).toBeTruthy()
    // A form with such a field publishes nothing.
    expect(firstUnread(document.body)).toBe(typed('Monday'))
  })

  test('what is understood is said in words while it is typed', () => {
    begin([morning])
    fireEvent.change(typed('Monday'), { target: { value: '8-12 1pm-5pm' } })
    expect(screen.getByText('Monday: 08:00 to 12:00 and 13:00 to 17:00.')).toBeTruthy()
    expect(firstUnread(document.body)).toBeNull()
    fireEvent.blur(typed('Monday'))
    expect(weekly).toEqual([
      { weekday: 1, from: '08:00', to: '12:00' },
      { weekday: 1, from: '13:00', to: '17:00' },
    ])
  })

  test('from a time to the same time asks whether 24 hours are meant', () => {
    begin([morning])
    fireEvent.change(typed('Monday'), { target: { value: '8-8' } })
    fireEvent.blur(typed('Monday'))
    expect(weekly).toEqual([morning])
    expect(firstUnread(document.body)).toBe(typed('Monday'))
    fireEvent.click(screen.getByRole('button', { name: 'Yes, 24 hours' }))
    expect(weekly).toEqual([{ weekday: 1, from: '08:00', to: '08:00' }])
  })
})

test('a day is copied to others', () => {
  begin([morning, { weekday: 6, from: '10:00', to: '11:00' }])
  fireEvent.click(screen.getByRole('button', { name: 'Copy Monday to other days' }))
  fireEvent.click(screen.getByRole('menuitem', { name: 'Copy to Monday to Friday' }))
  expect(weekly.map(({ weekday }) => weekday).sort()).toEqual([1, 2, 3, 4, 5, 6])
  expect(weekly.find(({ weekday }) => weekday === 6)?.from).toBe('10:00')
})

describe('by pointer', () => {
  // The page of the tests has no events of pointers: these are of a mouse, by the names that they would have.
  const point = (what: 'pointerdown' | 'pointermove' | 'pointerup', on: HTMLElement, x: number, y: number): void => {
    fireEvent(on, new MouseEvent(what, { bubbles: true, cancelable: true, clientX: x, clientY: y }))
  }

  test('an interval is drawn on a day', () => {
    begin([])
    const week = screen.getByTestId('week')
    point('pointerdown', week, 90, 50)
    point('pointermove', week, 121, 50)
    point('pointerup', week, 121, 50)
    expect(weekly).toEqual([{ weekday: 2, from: '09:00', to: '12:00' }])
  })

  test('one is moved to another day and time, what it touches becomes one with it', () => {
    begin([morning, { weekday: 3, from: '14:00', to: '16:00' }])
    bar().getBoundingClientRect = () => ({ left: 80, right: 120 }) as DOMRect
    const week = screen.getByTestId('week')
    point('pointerdown', bar(), 100, 20)
    point('pointermove', week, 120, 100)
    point('pointerup', week, 120, 100)
    expect(weekly).toEqual([{ weekday: 3, from: '10:00', to: '16:00' }])
  })

  test('its edges are stretched, and a drag that is broken off changes nothing', () => {
    begin([morning])
    bar().getBoundingClientRect = () => ({ left: 80, right: 120 }) as DOMRect
    const week = screen.getByTestId('week')
    point('pointerdown', bar(), 118, 20)
    point('pointermove', week, 138, 20)
    fireEvent.pointerCancel(week)
    expect(weekly).toEqual([morning])
    point('pointerdown', bar(), 118, 20)
    point('pointermove', week, 138, 20)
    point('pointerup', week, 138, 20)
    expect(weekly).toEqual([{ weekday: 1, from: '08:00', to: '14:00' }])
  })
})
