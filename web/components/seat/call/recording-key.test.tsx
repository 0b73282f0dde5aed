/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react'
import { madeInteraction, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import { request } from '../../stream/send.ts'
import { useRecordingChoice } from './recording-key.tsx'

jest.mock('../../stream/send.ts', () => ({ request: jest.fn() }))

let answer: (choice: string) => void
const call = (rest: object = {}) => madeInteraction('i1', 'q0', 0, { channel: 'voice', phase: 'connected', ...rest })
const choiceOf = (recording: 'always' | 'byAgent' | 'never', rest: object = {}, own = true) =>
  renderHook(() =>
    useRecordingChoice(call(rest), madeView({ queues: [madePlanQueue('q0', ['ana'], { recording })] }), own),
  )
const told = (choice: string) =>
  act(async () => {
    answer(choice)
    await Promise.resolve()
  })

beforeEach(() => {
  sessionStorage.clear()
  jest.mocked(request).mockReset()
  jest
    .mocked(request)
    .mockImplementation(() => new Promise((resolve) => (answer = (choice) => resolve({ choice } as never))))
})

test('nothing is recorded before it is known whether it was paused in another window', async () => {
  const { result } = choiceOf('always')
  expect(result.current).toMatchObject({ known: false, on: false, paused: false })
  await told('')
  expect(result.current).toMatchObject({ known: true, on: true, paused: false })
})

test('what was paused stays paused until the agent goes on', async () => {
  const { result } = choiceOf('always')
  await told('off')
  expect(result.current).toMatchObject({ on: false, paused: true })
  act(() => result.current.set('on'))
  expect(result.current).toMatchObject({ on: true, paused: false })
})

test('what the agent records of their own choice goes on', async () => {
  const { result } = choiceOf('byAgent')
  await told('on')
  expect(result.current).toMatchObject({ on: true })
})

test('what was wanted in this window is not asked for', () => {
  sessionStorage.setItem('eudromos.kept.recording i1', 'off')
  expect(choiceOf('always').result.current).toMatchObject({ known: true, on: false, paused: true })
  expect(request).not.toHaveBeenCalled()
})

test('where calls are never recorded nothing is asked; who refuses is not recorded', async () => {
  expect(choiceOf('never').result.current).toMatchObject({ on: false, paused: false })
  expect(request).not.toHaveBeenCalled()
  const { result } = choiceOf('always', { recordingRefused: true })
  await told('on')
  expect(result.current).toMatchObject({ on: false })
})

test('a colleague who was asked into the call neither records nor asks', () => {
  expect(choiceOf('always', {}, false).result.current).toMatchObject({ on: false, paused: false })
  expect(request).not.toHaveBeenCalled()
})
