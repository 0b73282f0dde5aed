/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { partsOf, typeWhen } from './testing.ts'
import { WhenField } from './when-field.tsx'
import type { WhenFieldProps } from './when.ts'

function Held({ kind, first, told }: { kind: WhenFieldProps['kind']; first: string; told: (value: string) => void }) {
  const [value, setValue] = useState(first)
  const change = (next: string): void => {
    told(next)
    setValue(next)
  }
  return (
    <>
      <WhenField kind={kind} label="Begins" value={value} onChange={change} />
      <button onClick={() => setValue('')}>Empty</button>
    </>
  )
}

// What is fetched when it is first shown takes long to read here.
beforeAll(() => import('./pickers.tsx'))

const texts = async () => (await partsOf('Begins')).map(({ textContent }) => textContent?.replaceAll(/\P{ASCII}/gu, ''))

test('a date is typed in ISO order, and what is half typed is none yet and is not lost', async () => {
  const told = jest.fn()
  render(<Held kind="date" first="" told={told} />)
  await typeWhen('Begins', '202702')
  expect(told).not.toHaveBeenCalled()
  expect((await texts()).slice(0, 2)).toEqual(['2027', '02'])
  await typeWhen('Begins', '28', 2)
  expect(told).toHaveBeenLastCalledWith('2027-02-28')
  await typeWhen('Begins', '{Backspace}', 2)
  expect(told).toHaveBeenLastCalledWith('')
  expect((await texts()).slice(0, 2)).toEqual(['2027', '02'])
})

test('a time and a moment are told to the minute, and emptied from outside they are empty', async () => {
  const told = jest.fn()
  const { unmount } = render(<Held kind="time" first="08:05" told={told} />)
  expect(await texts()).toEqual(['08', '05'])
  await typeWhen('Begins', '1730')
  expect(told).toHaveBeenLastCalledWith('17:30')
  await userEvent.click(screen.getByRole('button', { name: 'Empty' }))
  expect(await texts()).toEqual(['hh', 'mm'])
  unmount()
  render(<Held kind="dateTime" first="2026-11-30T08:00" told={told} />)
  expect(await texts()).toEqual(['2026', '11', '30', '08', '00'])
  await typeWhen('Begins', '19', 3)
  expect(told).toHaveBeenLastCalledWith('2026-11-30T19:00')
})
