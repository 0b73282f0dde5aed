/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react'
import { madePlanQueue, madeView } from '../../../view/testing/index.ts'
import { TakenOut } from './taken-out.tsx'

const view = madeView({ queues: [madePlanQueue('sailings', [])] })

test('who was taken out by a fault is named, with the record; a deadline says what to do', () => {
  const { rerender, container } = render(<TakenOut view={view} now={0} />)
  expect(container.textContent).toBe('')
  const interaction = { queueName: 'Bookings', customerName: 'Ilse Varga' }
  const quarantined = [
    { id: 'i1', at: 0, kind: 'wrapUp', interaction },
    { id: 'centre', at: 0, kind: 'dayTurn', interaction: null },
  ]
  rerender(<TakenOut view={{ ...view, quarantined }} now={0} />)
  expect(screen.getByText(/conversation of Ilse Varga in Bookings/)).toBeTruthy()
  expect(screen.getByRole('link', { name: 'Open record' }).getAttribute('href')).toBe('/review/i1')
  expect(screen.getByText(/publish the plan again/)).toBeTruthy()
})
