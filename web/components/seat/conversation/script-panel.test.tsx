/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from '@testing-library/react'
import type { CallScript, ScriptStep } from '@eudromos/core/plan'
import type { ScriptView } from '../../../view/script.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { request, requestJson } from '../../stream/send.ts'
import { ScriptPanel } from './script-panel.tsx'

jest.mock('../../stream/send.ts', () => ({ request: jest.fn(), requestJson: jest.fn() }))
jest.mock('../../frame/notice.tsx', () => ({ useNotice: () => () => undefined }))

const step = (id: string, say: string, to: string): ScriptStep => ({
  id,
  title: id,
  say,
  asks: 'nothing',
  question: '',
  answers: [],
  to,
})
const script: CallScript = {
  id: 'late',
  name: 'A sailing is late',
  steps: [step('greet', 'Good morning.', 'next'), step('sorry', 'It is late.', 'end')],
}
const answered = (...ids: string[]): ScriptView => ({
  script,
  answers: ids.map((stepId) => ({ scriptId: 'late', scriptName: '', stepId, question: '', answer: '' })),
})
const interaction = { id: 'i1', queueId: 'q', customerName: 'Marta Quill' } as unknown as InteractionView
const view = { plan: { queues: [{ id: 'q', name: 'Sailings', scriptId: 'late' }] }, people: {} } as unknown as View
const panel = (place: string) => <ScriptPanel key={place} interaction={interaction} view={view} />

beforeEach(() => jest.mocked(request).mockImplementation(() => Promise.resolve(answered())))

test('an answer that is still on its way when the script is drawn in another place stands there as well', async () => {
  let kept: (view: ScriptView) => void = () => undefined
  jest.mocked(requestJson).mockImplementation(() => new Promise((resolve) => (kept = resolve as typeof kept)))
  const { rerender } = render(panel('call'))
  expect(await screen.findByText('Good morning.')).toBeDefined()
  fireEvent.click(screen.getByRole('button', { name: 'Next' }))
  rerender(panel('wrap-up'))
  expect(await screen.findByText('Good morning.')).toBeDefined()
  await act(async () => {
    kept(answered('greet'))
    await Promise.resolve()
  })
  expect(screen.getByText('It is late.')).toBeDefined()
  expect(screen.queryByText('Good morning.')).toBeNull()
})

test('what was not kept stays to be answered', async () => {
  jest.mocked(requestJson).mockRejectedValue(new Error('Not now.'))
  render(panel('call'))
  expect(await screen.findByText('Good morning.')).toBeDefined()
  await act(async () => {
    fireEvent.click(screen.getByRole('button', { name: 'Next' }))
    await Promise.resolve()
  })
  expect(screen.getByText('Good morning.')).toBeDefined()
})
