/** @jest-environment jsdom */
import { render } from '@testing-library/react'
import { Since } from './people-table.tsx'

jest.mock('../../../components/stream/context.tsx', () => ({ useLivePart: () => 0, useNow: () => 1_000_000 }))
jest.mock('../../../components/list/grid.tsx', () => ({}))

test.each([
  [null, '5:00'],
  [300_000, '5:00'],
  [299_000, '! 5:00'],
])('who may be in a state for %s ms is marked once that is over', (mostMs, text) => {
  const { container } = render(<Since row={{ stateSince: 700_000, mostMs }} />)
  expect(container.textContent).toBe(text)
})
