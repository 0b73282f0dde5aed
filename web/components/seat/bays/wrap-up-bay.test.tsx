/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from '@testing-library/react'
import { madeInteraction, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import type { InteractionView } from '../../../view/view.ts'
import { SeatActions } from '../act.ts'
import { WrapUpBay } from './wrap-up-bay.tsx'

jest.mock('../../frame/notice.tsx', () => ({ useNotice: () => () => undefined }))
jest.mock('../../stream/context.tsx', () => ({
  useNow: () => 0,
  useSeat: () => ({ view: null }),
  ownPerson: () => null,
}))
jest.mock('../../stream/send.ts', () => ({
  request: (url: string) => (kept === null ? Promise.reject(new Error('away')) : Promise.resolve({ notes: kept, url })),
}))
jest.mock('../saying/texts.tsx', () => ({ useTexts: () => [] }))

const done: [string, Record<string, unknown>][] = []
let refuse = false
/** What the centre has of notes; null: it is away. */
let kept: string | null = ''
const actions = {
  act: (type: string, body: Record<string, unknown>) => {
    done.push([type, body])
    return refuse ? Promise.reject(new Error('Not now.')) : Promise.resolve()
  },
  attempt: (type: string, body: Record<string, unknown>) => {
    done.push([type, body])
    return Promise.resolve()
  },
}

const dispositions = [
  { id: 'booked', name: 'Booked' },
  { id: 'wrong', name: 'Wrong number' },
]
const made = madeView({ queues: [madePlanQueue('q0', ['ana'], { dispositionIds: ['booked'] })] })
const view = (required = false): typeof made => ({
  ...made,
  plan: made.plan && {
    ...made.plan,
    dispositions,
    queues: made.plan.queues.map((queue) => ({ ...queue, dispositionRequired: required })),
  },
})
const ended = (rest: Partial<InteractionView> = {}): InteractionView =>
  madeInteraction('i1', 'q0', 0, { phase: 'wrapUp', agentId: 'ana', wrapUp: { since: 0, dueAt: 60_000 }, ...rest })
const bay = (now = 0, interaction = ended(), required = false) => (
  <SeatActions value={actions}>
    <WrapUpBay interaction={interaction} view={view(required)} now={now} />
  </SeatActions>
)
const begin = async (...of: Parameters<typeof bay>): Promise<ReturnType<typeof render>> => {
  const drawn = render(bay(...of))
  await pass(0)
  return drawn
}
const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms))
const notes = (): HTMLElement => screen.getByRole('textbox', { name: 'Notes' })
const type = (value: string): void => void fireEvent.change(notes(), { target: { value } })
const press = (name: string | RegExp): void => void fireEvent.click(screen.getByRole('button', { name }))

beforeEach(() => {
  jest.useFakeTimers()
  done.length = 0
  refuse = false
  kept = ''
  sessionStorage.clear()
})
afterEach(() => jest.useRealTimers())

test('notes are kept once typing pauses, however often the seat is drawn anew meanwhile', async () => {
  const { rerender } = await begin()
  type('Wants a')
  type('Wants a cabin')
  for (let ms = 100; ms <= 1000; ms += 100) {
    await pass(100)
    rerender(bay(ms))
  }
  expect(done).toEqual([
    ['saveWrapUp', { interactionId: 'i1', notes: 'Wants a cabin', mood: null, dispositionId: null }],
  ])
  await pass(5000)
  expect(done).toHaveLength(1)
})

test('what is not taken is sent again until it is', async () => {
  refuse = true
  await begin()
  type('Cabin')
  await pass(600)
  await pass(2000)
  expect(done).toHaveLength(2)
  refuse = false
  await pass(2000)
  await pass(10_000)
  expect(done).toHaveLength(3)
})

test('in the last moment before the time is out it is kept at once', async () => {
  await begin(58_500)
  type('Cabin')
  await pass(0)
  expect(done).toMatchObject([['saveWrapUp', { notes: 'Cabin' }]])
})

test('notes are there again when the page comes back', async () => {
  const { unmount } = await begin()
  type('Cabin')
  unmount()
  render(bay())
  expect(notes()).toHaveProperty('value', 'Cabin')
})

test('finishing keeps what is not kept yet, and then finishes', async () => {
  await begin()
  type('Cabin')
  press('calm')
  press('Finish wrap-up')
  await pass(0)
  expect(done).toEqual([
    ['saveWrapUp', { interactionId: 'i1', notes: 'Cabin', mood: 'calm', dispositionId: null }],
    ['finishWrapUp', { interactionId: 'i1' }],
  ])
  expect(sessionStorage).toHaveLength(0)
})

test('where the queue wants a disposition it is not finished without; only those of the queue are there', async () => {
  await begin(0, ended(), true)
  expect(screen.getByRole('button', { name: 'Finish wrap-up' })).toHaveProperty('disabled', true)
  fireEvent.mouseDown(screen.getByRole('combobox', { name: /Disposition/ }))
  expect(screen.getAllByRole('option').map(({ textContent }) => textContent)).toEqual(['none chosen yet', 'Booked'])
  fireEvent.click(screen.getByRole('option', { name: 'Booked' }))
  await pass(600)
  expect(done).toMatchObject([['saveWrapUp', { dispositionId: 'booked' }]])
  expect(screen.getByRole('button', { name: 'Finish wrap-up' })).toHaveProperty('disabled', false)
})

test('it is made longer as long as the longest allows', async () => {
  const { rerender } = await begin()
  press(/longer|more/i)
  expect(done).toEqual([['extendWrapUp', { interactionId: 'i1', seconds: 120 }]])
  rerender(bay(0, ended({ wrapUp: { since: 0, dueAt: 481_000 } })))
  expect(screen.queryByRole('button', { name: /longer|more/i })).toBeNull()
})

test('whoever was warned may be asked to be blocked, once', async () => {
  const { rerender } = await begin(0, ended({ warnings: 1, customerName: 'Orla Quint' }))
  press(/Orla/)
  expect(done).toEqual([['askForBlock', { interactionId: 'i1' }]])
  rerender(bay(0, ended({ warnings: 1, blockAsked: true, customerName: 'Orla Quint' })))
  expect(screen.getByRole('status').textContent).toContain('Orla')
  expect(screen.queryByRole('button', { name: /Orla/ })).toBeNull()
})

describe('what was noted before in another window', () => {
  const finish = (): boolean | undefined =>
    (screen.getByRole('button', { name: 'Finish wrap-up' }) as HTMLButtonElement).disabled

  test('is there to be gone on with, and stays when only something else is chosen', async () => {
    kept = 'Cabin 12'
    await begin()
    expect(notes()).toHaveProperty('value', 'Cabin 12')
    await pass(5000)
    expect(done).toEqual([])
    press('calm')
    await pass(600)
    expect(done).toMatchObject([['saveWrapUp', { notes: 'Cabin 12', mood: 'calm' }]])
  })

  test('stands before what was typed until it came; nothing is put in its place, nor finished, meanwhile', async () => {
    kept = null
    await begin()
    type('with a view')
    press('calm')
    await pass(1500)
    expect(done).toEqual([])
    expect(finish()).toBe(true)
    kept = 'Cabin 12'
    await pass(2000)
    expect(finish()).toBe(false)
    await pass(600)
    expect(done).toMatchObject([['saveWrapUp', { notes: 'Cabin 12\nwith a view', mood: 'calm' }]])
  })
})
