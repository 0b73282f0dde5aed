/** @jest-environment jsdom */
import { render } from '@testing-library/react'
import type { GridInitialState } from '@mui/x-data-grid'
import { sound } from '@eudromos/core/testing'
import { PeopleRoom } from './people-room.tsx'

let mockAddress = ''
const mockBegun: (GridInitialState | undefined)[] = []

jest.mock('next/navigation', () => ({
  useRouter: () => ({ replace: jest.fn() }),
  useSearchParams: () => new URLSearchParams(mockAddress),
}))
jest.mock('../../../../../components/list/list-grid.tsx', () => ({
  ListGrid: ({ initialState }: { initialState?: GridInitialState }) => {
    mockBegun.push(initialState)
    return null
  },
}))

const begunAt = (address: string): GridInitialState | undefined => {
  mockAddress = address
  const state = { draft: 1, document: sound, people: [], testCustomers: [] }
  render(
    <PeopleRoom carried={JSON.stringify(state)} at={0} mayEdit={false} self={{ id: 'ana', roles: ['observer'] }} />,
  )
  return mockBegun.at(-1)
}

test('who comes by the count of warnings has those with most of them first, and else as they stand; a page holds a hundred', () => {
  const page = { pagination: { paginationModel: { pageSize: 100 } } }
  expect(begunAt('')).toEqual(page)
  expect(begunAt('worst')).toEqual({ ...page, sorting: { sortModel: [{ field: 'findings', sort: 'desc' }] } })
})
