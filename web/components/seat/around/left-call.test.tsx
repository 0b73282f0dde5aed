/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from '@testing-library/react'
import { madeInteraction, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { LeftCall } from './left-call.tsx'

let path = '/live'
let view: View
let held: { name: string }[] = []
const pushed: string[] = []

jest.mock('next/navigation', () => ({
  usePathname: () => path,
  useRouter: () => ({ push: (href: string) => pushed.push(href) }),
}))
jest.mock('../../stream/context.tsx', () => ({ useSeat: () => ({ view }) }))

const talking = (rest: Partial<InteractionView> = {}): void => {
  const call = madeInteraction('c', 'q0', 0, {
    channel: 'voice',
    phase: 'connected',
    customerName: 'Ilse Varga',
    ...rest,
  })
  view = { ...madeView({ queues: [madePlanQueue('q0', ['bram'])], interactions: [call] }), agentId: 'bram' }
}
const shown = async (): Promise<HTMLElement | null> => {
  render(<LeftCall />)
  await act(() => jest.advanceTimersByTimeAsync(1000))
  return screen.queryByText(/^You are in a call with Ilse Varga/)
}

beforeEach(() => {
  jest.useFakeTimers()
  path = '/live'
  held = [{ name: 'eudromos seat ana' }]
  pushed.length = 0
  Object.assign(navigator, { locks: { query: () => Promise.resolve({ held }) } })
})
afterEach(() => jest.useRealTimers())

test('who has left their seat in the middle of a call is told, and led back', async () => {
  talking()
  expect(await shown()).not.toBeNull()
  fireEvent.click(screen.getByRole('button', { name: 'Back to the seat' }))
  expect(pushed).toEqual(['/seat'])
})

test('not at the seat, nor where another window carries the sound', async () => {
  talking()
  path = '/seat'
  expect(await shown()).toBeNull()
  path = '/live'
  held = [{ name: 'eudromos seat bram' }]
  expect(await shown()).toBeNull()
})

test.each([
  ['a chat', { channel: 'chat' }],
  ['a call that rings', { phase: 'offered' }],
  ['a call that is over', { phase: 'wrapUp' }],
  ['a caller who is away from the telephone', { toCall: 'outgoing' }],
] as const)('not of %s', async (_, rest) => {
  talking(rest)
  expect(await shown()).toBeNull()
})
