/** @jest-environment jsdom */
import { fireEvent, render, screen } from '@testing-library/react'
import { madePlanQueue, madeView } from '../../../view/testing/index.ts'
import { TakenOut } from './taken-out.tsx'

const view = madeView({ queues: [madePlanQueue('sailings', [])] })

test('who was taken out by a fault is named, with the record; a deadline says what to do', () => {
  const { rerender, container } = render(<TakenOut view={view} now={0} />)
  expect(container.textContent).toBe('')
  const interaction = { queueName: 'Bookings', customerName: 'Ilse Varga' }
  const quarantined = [
    { id: 'i1', at: 0, kind: 'wrapUp', interaction },
    { id: 'centre', at: 0, kind: 'newDay', interaction: null },
  ]
  rerender(<TakenOut view={{ ...view, quarantined }} now={0} />)
  expect(screen.getByText(/conversation of Ilse Varga in Bookings/)).toBeTruthy()
  expect(screen.getByRole('link', { name: 'Open record' }).getAttribute('href')).toBe('/review/i1')
  expect(screen.getByText(/publish the plan again/)).toBeTruthy()
  fireEvent.click(screen.getAllByRole('button', { name: 'Dismiss' })[0] as HTMLElement)
  expect(screen.queryByText(/conversation of Ilse Varga/)).toBeNull()
  // It stays away when the view is drawn anew, and another fault of the same is told again.
  rerender(<TakenOut view={view} now={0} />)
  rerender(<TakenOut view={{ ...view, quarantined }} now={0} />)
  expect(screen.queryByText(/conversation of Ilse Varga/)).toBeNull()
  expect(screen.getByText(/publish the plan again/)).toBeTruthy()
  rerender(<TakenOut view={{ ...view, quarantined: quarantined.map((one) => ({ ...one, at: 5 })) }} now={0} />)
  expect(screen.queryByText(/conversation of Ilse Varga/)).not.toBeNull()
})
