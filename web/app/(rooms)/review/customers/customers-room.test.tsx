/** @jest-environment jsdom */
import { act } from '@testing-library/react'
import { hydrateRoot } from 'react-dom/client'
import { request } from '../../../../components/stream/send.ts'
import { customerQuery, firstAsked } from './customer-query.ts'
import { CustomersRoom } from './customers-room.tsx'

const mockShown: string[] = []

jest.mock('../../../../components/stream/send.ts', () => ({ request: jest.fn() }))
jest.mock('./blocks.tsx', () => ({ BlockedNow: () => null }))
jest.mock('../../../../components/list/list-grid.tsx', () => ({
  ListGrid: ({ rows, loading }: { rows: readonly { id: string }[]; loading: boolean }) => {
    mockShown.push(`${rows.map(({ id }) => id).join(' ')}${loading ? ', about to go' : ''}`)
    return null
  },
}))

const row = (id: string) => ({
  ...{ id, name: id, addresses: [], conversations: 0, lastAt: null, doNotContact: false },
  ...{ zone: null, consentAt: null, tags: [], language: null, needs: [], fields: {} },
})
const listed = (...ids: string[]) => ({ rows: ids.map(row), total: ids.length, more: false })

test('rows that the words in the address have not found are shown as about to go from the first moment they are known', async () => {
  const asked = jest.mocked(request).mockResolvedValue(listed('noemi'))
  location.hash = '#find=571 491'
  const room = (
    <CustomersRoom
      zone="Europe/London"
      first={{ url: `/api/customers?${customerQuery(firstAsked)}`, value: listed('ada', 'noemi') }}
      blocks={[]}
      mayExport={false}
    />
  )
  const place = document.body.appendChild(document.createElement('div'))
  // What makes a page in a server wants one to be there, and sends nothing through it in a test.
  Object.assign(globalThis, {
    MessageChannel: class {
      port1 = {}
    },
  })
  const { renderToString } = await import('react-dom/server.browser')
  place.innerHTML = renderToString(room)
  mockShown.length = 0
  await act(async () => hydrateRoot(place, room))
  expect(asked).toHaveBeenCalledTimes(1)
  expect(mockShown).toEqual(['ada noemi', 'ada noemi, about to go', 'noemi'])
})
