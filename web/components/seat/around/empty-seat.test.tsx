/** @jest-environment jsdom */
import { render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { RotaPlan } from '@eudromos/core/rota'
import { madePerson, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import type { OwnChangesView } from '../../../view/own-changes.ts'
import { request } from '../../stream/send.ts'
import { EmptySeat } from './empty-seat.tsx'

jest.mock('../../stream/send.ts', () => ({ request: jest.fn() }))

/** A Friday. */
const now = Date.parse('2027-03-12T10:00:00Z')
const rota: RotaPlan = {
  centre: { zone: 'UTC' },
  sites: [],
  shifts: [
    {
      ...{ id: 'day', name: 'Day', description: '', zone: 'UTC', exceptions: [], calendarIds: [] },
      weekly: [5, 1].map((weekday) => ({ weekday, from: '09:00', to: '17:00' })),
      pauses: [{ weekday: 5, kind: 'meal', from: '12:00', to: '12:30' }],
    },
  ],
  calendars: [],
}
const changes: OwnChangesView = {
  days: 7,
  versions: [
    {
      ...{ version: 9, at: now - 60_000, byName: 'Rosalind Okafor' },
      changes: [
        { code: 'queueGained', name: 'Groups' },
        { code: 'queueChanged', name: 'Refunds', fields: ['hoursId', 'target', 'wrapUpSeconds'] },
      ],
    },
  ],
}

const show = (told: OwnChangesView, onReady: (() => void) | null = null) => {
  jest
    .mocked(request)
    .mockImplementation(<T,>(url: string) => Promise.resolve((url.startsWith('/api/rota') ? rota : told) as T))
  const person = madePerson('ana', {
    shiftId: 'day',
    loans: [{ id: 'l', queueId: 'q2', until: now + 3_600_000, byName: 'Rosalind Okafor' }],
  })
  const view = madeView({
    queues: [
      madePlanQueue('q1', ['ana'], { target: null }),
      madePlanQueue('q2', ['ana']),
      madePlanQueue('q3', ['ana']),
    ],
    live: {
      q1: { waiting: 2, oldestWait: { since: now - 15_000 }, changesAt: now + 3_600_000 },
      q2: { waiting: 1, oldestWait: { since: now - 40_000 } },
      q3: { open: false },
    },
    people: [person],
  })
  render(<EmptySeat view={view} person={person} now={now} words="Nothing here." onReady={onReady} />)
}

test('the day: until when, the next pause, the days to come', async () => {
  show(changes)
  const day = screen.getByRole('region', { name: 'Your day' })
  expect(await within(day).findByText('You are on shift until 17:00.')).toBeTruthy()
  expect(within(day).getByText('Next meal: 12:00 to 12:30.')).toBeTruthy()
  expect(within(day).getAllByRole('listitem')[3]?.textContent).toContain('Mon 15 Mar')
})

test('what waits: the latest by its target first, with how long its queue is open', async () => {
  show(changes)
  await screen.findByText('You serve Groups now.')
  const rows = within(screen.getByRole('region', { name: 'What waits' }))
    .getAllByRole('row')
    .slice(1)
  expect(rows.map(({ textContent }) => textContent)).toEqual([
    'Queue 2always open, target 80 % in 20 s10:40',
    'Queue 1open until 11:0020:15',
    'Queue 3closed, target 80 % in 20 s0–',
  ])
})

test('what has changed: what is for a while, then the plan’s versions with who made them', async () => {
  show(changes)
  const changed = screen.getByRole('region', { name: 'What has changed for you' })
  expect(await within(changed).findByText('09:59, by Rosalind Okafor')).toBeTruthy()
  expect(within(changed).getByText('Lent to Queue 2 until 11:00 (Rosalind Okafor)')).toBeTruthy()
  expect(within(changed).getByText('Changed in Refunds: opening hours, answer target and wrap-up time.')).toBeTruthy()
})

test('where nothing comes before, one goes Ready from here', async () => {
  const onReady = jest.fn()
  show({ days: 7, versions: [] }, onReady)
  await userEvent.click(screen.getByRole('button', { name: 'Go Ready' }))
  expect(onReady).toHaveBeenCalledTimes(1)
})
