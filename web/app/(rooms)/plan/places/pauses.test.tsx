/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { typeWhen } from '../../../../components/when/testing.ts'
import type { Pause } from '../../../../view/pauses.ts'
import { Pauses } from './pauses.tsx'

const meal = (weekday: number): Pause => ({ weekday, kind: 'meal', from: '11:00', to: '11:30' })

test('a day goes out of a pause, and a pause goes as a whole', async () => {
  const changed = jest.fn()
  render(<Pauses pauses={[meal(1), meal(2)]} disabled={false} onChange={changed} />)
  expect(screen.getByRole('button', { name: 'Meal on Tuesday' }).getAttribute('aria-pressed')).toBe('true')
  await userEvent.click(screen.getByRole('button', { name: 'Meal on Tuesday' }))
  expect(changed).toHaveBeenLastCalledWith([meal(1)])
  await userEvent.click(screen.getByRole('button', { name: 'Remove Meal at 11:00' }))
  expect(changed).toHaveBeenLastCalledWith([])
})

test('a new one is added for the working week', async () => {
  const changed = jest.fn()
  render(<Pauses pauses={[]} disabled={false} onChange={changed} />)
  const add = screen.getByRole<HTMLButtonElement>('button', { name: 'Add' })
  expect(add.disabled).toBe(true)
  await typeWhen('From', '1500')
  await typeWhen('To', '1515')
  await userEvent.click(add)
  expect(changed).toHaveBeenCalledWith(
    [1, 2, 3, 4, 5].map((weekday) => ({ weekday, kind: 'break', from: '15:00', to: '15:15' })),
  )
})

test('who may not edit sees the days and changes nothing', () => {
  render(<Pauses pauses={[meal(3)]} disabled onChange={() => undefined} />)
  expect(screen.getAllByRole<HTMLButtonElement>('button').every(({ disabled }) => disabled)).toBe(true)
})
