/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { Rota, type RotaPlan } from '@eudromos/core/rota'
import { madePerson, madeView } from '../../../../view/testing/index.ts'
import type { PersonView } from '../../../../view/view.ts'
import { TodayRow } from './today-row.tsx'
import { Board, whoIsIn } from './who-data.ts'
import { WeeksRow } from './weeks-row.tsx'

const plan: RotaPlan = {
  centre: { zone: 'Europe/Lisbon' },
  sites: [{ id: 'quay', name: 'Quay', description: '', zone: 'Atlantic/Azores', calendarIds: [] }],
  shifts: [
    {
      id: 'day',
      name: 'Day',
      description: '',
      zone: 'Atlantic/Azores',
      weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '08:00', to: '16:00' })),
      exceptions: [],
      calendarIds: [],
      pauses: [{ weekday: 5, kind: 'meal', from: '12:00', to: '12:30' }],
    },
  ],
  calendars: [],
}
const at = (text: string): number => Date.parse(`2027-03-12T${text}:00Z`)
const board = new Board(new Rota(plan), plan, Math.floor(at('00:00') / 86_400_000))

function show(now: number, rest: Partial<PersonView> = {}, onPerson: (id: string) => void = () => undefined): string {
  const person = madePerson('ana', { siteId: 'quay', shiftId: 'day', ...rest })
  const view = madeView({ queues: [], people: [person] })
  const row = whoIsIn(view, board, now, { name: '', siteId: null })[0]?.rows[0]
  if (row === undefined) throw new Error('no row')
  render(<TodayRow row={row} zone="Atlantic/Azores" board={board} plan={view.plan} now={now} onPerson={onPerson} />)
  return screen.getAllByRole('cell')[0]?.textContent ?? ''
}

test('what somebody is to do is said by the clocks of their site, beside their presence', () => {
  expect(show(at('10:00'))).toBe('until 16:00 · Ready')
})

test('who is on shift and not signed in stands out, by a sign and in words', () => {
  expect(show(at('10:00'), { connected: false })).toBe('on shift since 08:00, not signed in')
  expect(screen.getByRole('img', { name: 'near the target' })).toBeTruthy()
})

test.each<[string, number, Partial<PersonView>, string]>([
  ['a meal', at('13:10'), {}, 'meal until 12:30 · Ready'],
  ['before the shift', at('08:00'), { connected: false }, 'from 08:00'],
  ['after it', at('18:00'), { connected: false }, 'finished for today'],
  ['without a shift', at('10:00'), { shiftId: null, connected: false }, 'no shift'],
  [
    'days away',
    at('10:00'),
    {
      connected: false,
      absences: [{ id: 'a', from: at('01:00'), to: at('01:00') + 3 * 86_400_000, reason: 'holiday' }],
    },
    'away, on holiday, until Sun 14 Mar',
  ],
])('%s', (_, now, rest, text) => expect(show(now, rest)).toBe(text))

test('the name opens shift and absences', async () => {
  const opened = jest.fn()
  show(at('10:00'), {}, opened)
  await userEvent.click(screen.getByRole('button', { name: 'ana' }))
  expect(opened).toHaveBeenCalledWith('ana')
})

test('the four weeks say each day in words, and the reason once for a stretch', () => {
  const person = madePerson('ana', {
    siteId: 'quay',
    shiftId: 'day',
    absences: [
      { id: 'a', from: at('01:00') + 3 * 86_400_000, to: at('01:00') + 5 * 86_400_000, reason: 'sick' },
      { id: 'b', from: at('09:00') + 6 * 86_400_000, to: at('13:00') + 6 * 86_400_000, reason: 'training' },
    ],
  })
  const view = madeView({ queues: [], people: [person] })
  const row = whoIsIn(view, board, at('10:00'), { name: '', siteId: null })[0]?.rows[0]
  if (row === undefined) throw new Error('no row')
  render(<WeeksRow row={row} board={board} onPerson={() => undefined} />)
  const words = screen.getAllByRole('cell').map((cell) => cell.getAttribute('aria-label'))
  expect(words.slice(0, 7)).toEqual([
    'Fri 12 Mar: works 8 h',
    'Sat 13 Mar: free',
    'Sun 14 Mar: free',
    'Mon 15 Mar: away, sick',
    'Tue 16 Mar: away, sick',
    'Wed 17 Mar: works 8 h',
    'Thu 18 Mar: works 4 h, part away (training)',
  ])
  expect(screen.getAllByText('sick')).toHaveLength(1)
})
