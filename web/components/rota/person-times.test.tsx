/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { Rota, type RotaPlan } from '@eudromos/core/rota'
import { madePerson } from '../../view/testing/index.ts'
import type { PersonView } from '../../view/view.ts'
import { partsOf, typeWhen } from '../when/testing.ts'
import { PersonTimes } from './person-times.tsx'

const plan: RotaPlan = {
  centre: { zone: 'Europe/Lisbon' },
  sites: [{ id: 'quay', name: 'Quay', description: '', zone: 'Atlantic/Azores', calendarIds: ['feasts'] }],
  shifts: [
    {
      id: 'day',
      name: 'Day',
      description: '',
      zone: 'Atlantic/Azores',
      weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '09:00', to: '17:00' })),
      exceptions: [],
      calendarIds: [],
      pauses: [],
    },
  ],
  calendars: [
    { id: 'feasts', name: '', description: '', holidays: [{ name: 'Feast', from: '2027-03-19', until: '2027-03-19' }] },
  ],
}
beforeAll(() => import('../when/pickers.tsx'))

/** A Friday, in the morning at the quay. */
const now = Date.parse('2027-03-12T10:00:00Z')
const sick = {
  id: 'a1',
  from: Date.parse('2027-03-15T01:00:00Z'),
  to: Date.parse('2027-03-16T01:00:00Z'),
  reason: 'sick' as const,
}

type Act = (type: string, body: Record<string, unknown>) => Promise<void>

const show = (person: Partial<PersonView>, act: Act = () => Promise.resolve(), mayEnter = true) =>
  render(
    <PersonTimes
      person={madePerson('ana', { siteId: 'quay', shiftId: 'day', ...person })}
      plan={plan}
      rota={new Rota(plan)}
      now={now}
      mayEnter={mayEnter}
      act={act}
      consequences={() => ['Nobody else is there.']}
    />,
  )
const type = (label: string, date: string): Promise<void> => typeWhen(label, date.replaceAll('-', ''))
const days = (): string[] => screen.getAllByRole('listitem').map(({ textContent }) => textContent ?? '')

test('the next fourteen days say holidays and absences', () => {
  show({ absences: [sick] })
  expect(screen.getByText('Shift: Day, Quay.')).toBeTruthy()
  expect(days().filter((day) => /Feast|away/.test(day))).toEqual(['Mon 15 Maraway, sick', 'Fri 19 MarFeast'])
})

test('an absence is drawn and its effect told while it is typed, then entered', async () => {
  const act = jest.fn<Promise<void>, Parameters<Act>>().mockResolvedValue()
  show({}, act)
  await type('From', '2027-03-16')
  expect(days()).toContain('Tue 16 Maraway, as typed')
  expect(screen.getByText('Takes 8 h off the shift.')).toBeTruthy()
  expect(screen.getByText('Nobody else is there.')).toBeTruthy()
  await type('Until (included)', '2027-03-15')
  expect(screen.queryByText(/of the shift away/)).toBeNull()
  await type('Until (included)', '2027-03-17')
  const enter = screen.getByRole<HTMLButtonElement>('button', { name: 'Enter it' })
  expect(enter.disabled).toBe(true)
  await userEvent.click(screen.getByRole('combobox', { name: 'Reason' }))
  await userEvent.click(screen.getByRole('option', { name: 'family' }))
  await userEvent.click(enter)
  expect(act.mock.calls[0]).toMatchObject([
    'enterAbsence',
    {
      agentId: 'ana',
      reason: 'family',
      from: Date.parse('2027-03-16T01:00:00Z'),
      to: Date.parse('2027-03-18T01:00:00Z'),
    },
  ])
  expect((await partsOf('From'))[0]?.textContent).toContain('YYYY')
})

test('one that overlaps another, or touches no working time, is said to', async () => {
  show({ absences: [sick] })
  await type('From', '2027-03-15')
  expect(screen.getByText('It overlaps another absence.')).toBeTruthy()
  expect(screen.getByText('It covers no working time.')).toBeTruthy()
})

test('what is refused is shown, and the entry stays', async () => {
  show({ absences: [sick] }, () => Promise.reject(new Error('Ask one of them.')))
  await userEvent.click(screen.getByRole('button', { name: /Take back the absence Mon 15 Mar/ }))
  expect((await screen.findByRole('alert')).textContent).toContain('Ask one of them.')
  expect(screen.getByText('Mon 15 Mar – Mon 15 Mar')).toBeTruthy()
})

test('where supervisors enter absences, they are only shown', () => {
  show({ absences: [sick] }, undefined, false)
  expect(screen.queryByRole('button')).toBeNull()
  expect(screen.getByText('In this centre supervisors enter absences.')).toBeTruthy()
})
