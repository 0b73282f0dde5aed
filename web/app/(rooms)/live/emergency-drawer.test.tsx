/** @jest-environment jsdom */
import { render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { sendCommand } from '../../../components/stream/send.ts'
import { madeInteraction, madePerson, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import { EmergencyDrawer } from './emergency-drawer.tsx'

jest.mock('../../../components/stream/send.ts', () => ({ sendCommand: jest.fn() }))

const send = jest.mocked(sendCommand)
const view = madeView({
  queues: [madePlanQueue('q0', ['ana']), madePlanQueue('q1', ['ana', 'ben'])],
  people: [madePerson('ana', { siteId: 'port' }), madePerson('ben', { siteId: 'quay', stateId: 'offline' })],
  interactions: [
    madeInteraction('i1', 'q0', 0),
    madeInteraction('i2', 'q1', 0, { phase: 'connected', agentId: 'ana' }),
  ],
})

const effect = (): HTMLElement => screen.getByRole('region', { name: 'What it would do' })
const choose = async (label: string, option: string): Promise<void> => {
  await userEvent.click(screen.getByRole('combobox', { name: label }))
  await userEvent.click(screen.getByRole('option', { name: option }))
}

beforeEach(() => {
  send.mockReset()
  send.mockResolvedValue()
})

test('what it would do is said before it is done, and changes with what is chosen', async () => {
  render(<EmergencyDrawer open view={view} onClose={() => undefined} />)
  expect(effect().textContent).toContain('2 queues close: Queue 0, Queue 1.')
  expect(effect().textContent).toContain('1 waits and keeps the place.')
  expect(effect().textContent).toContain('1 conversation goes on.')
  expect(effect().textContent).toContain('1 person is set to Evacuated.')
  await choose('Those who wait', 'are rejected')
  await choose('Conversations', 'go back to their queue')
  await userEvent.click(screen.getByRole('switch', { name: 'Set the people concerned to Evacuated' }))
  expect(effect().textContent).toContain('1 waits and is rejected.')
  expect(effect().textContent).toContain('1 conversation goes back to the queue.')
  expect(effect().textContent).not.toContain('Evacuated')
})

test('the whole centre is closed with one press', async () => {
  const closed = jest.fn()
  render(<EmergencyDrawer open view={view} onClose={closed} />)
  await userEvent.click(screen.getByRole('button', { name: 'Close 2 queues now' }))
  expect(send).toHaveBeenCalledTimes(1)
  expect(send.mock.calls[0]?.slice(1)).toMatchObject([
    'beginEmergency',
    { scope: 'centre', siteId: null, queueIds: [], evacuate: true, waiting: 'kept', talking: 'goOn' },
  ])
  expect(closed).toHaveBeenCalled()
})

test('a site that nothing hangs on alone closes no queue, and its people can still be evacuated', async () => {
  render(<EmergencyDrawer open view={view} onClose={() => undefined} />)
  await userEvent.click(screen.getByRole('radio', { name: 'One site' }))
  const button = () => screen.getByRole<HTMLButtonElement>('button', { name: /now$/ })
  expect(button().disabled).toBe(true)
  await choose('Site', 'Quay')
  expect(effect().textContent).toContain('There is nothing to close and no one to evacuate.')
  await choose('Site', 'Port')
  expect(effect().textContent).toContain('1 queue closes: Queue 0.')
  expect(button().disabled).toBe(false)
})

test('those who wait go on only to a queue that stays open', async () => {
  render(<EmergencyDrawer open view={view} onClose={() => undefined} />)
  await userEvent.click(screen.getByRole('radio', { name: 'Some queues' }))
  await userEvent.type(screen.getByRole('combobox', { name: 'Queues' }), 'Queue 0')
  await userEvent.click(screen.getByRole('option', { name: 'Queue 0' }))
  await userEvent.keyboard('{Escape}')
  await choose('Those who wait', 'go on to another queue')
  const button = screen.getByRole<HTMLButtonElement>('button', { name: 'Close 1 queue now' })
  expect(button.disabled).toBe(true)
  await userEvent.click(screen.getByRole('combobox', { name: 'Queue that takes them' }))
  const options = within(screen.getByRole('listbox')).getAllByRole('option')
  expect(options.map(({ textContent }) => textContent)).toEqual(['Queue 1'])
  await userEvent.click(screen.getByRole('option', { name: 'Queue 1' }))
  await userEvent.click(button)
  expect(send.mock.calls[0]?.[2]).toMatchObject({ queueIds: ['q0'], waiting: 'overflowed', overflowTo: 'q1' })
})

test('a refusal is shown, and what was entered stays', async () => {
  send.mockRejectedValue(new Error('Your role does not allow this.'))
  render(<EmergencyDrawer open view={view} onClose={() => undefined} />)
  await userEvent.clear(screen.getByLabelText('Announcement to customers'))
  await userEvent.type(screen.getByLabelText('Announcement to customers'), 'Back soon')
  await userEvent.click(screen.getByRole('button', { name: 'Close 2 queues now' }))
  expect((await screen.findByRole('alert')).textContent).toContain('Your role does not allow this.')
  expect(screen.getByLabelText<HTMLTextAreaElement>('Announcement to customers').value).toBe('Back soon')
})
