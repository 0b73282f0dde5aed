/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react'
import { hydrateRoot } from 'react-dom/client'
import { useFetched, type First } from './fetched.ts'
import { request } from './stream/send.ts'

jest.mock('./stream/send.ts', () => ({ request: jest.fn() }))

const asked = jest.mocked(request)
const first: First<string> = { url: '/api/list?page=0', value: 'as it was made' }

function List({ url, find = '' }: { url: string; find?: string }) {
  const { value, busy } = useFetched<string>(url, { keep: true, first, find })
  return <p>{`${value ?? 'nothing'}${busy ? ', busy' : ''}`}</p>
}

beforeEach(() => {
  asked.mockReset().mockResolvedValue('as it is now')
})

test('what came with the page is shown and not asked for again; another address is', async () => {
  const place = document.body.appendChild(document.createElement('div'))
  place.innerHTML = '<p>as it was made</p>'
  const root = await act(async () => hydrateRoot(place, <List url={first.url} />))
  expect(asked).not.toHaveBeenCalled()
  expect(place.textContent).toBe('as it was made')
  await act(async () => root.render(<List url="/api/list?page=1" />))
  expect(asked).toHaveBeenCalledWith('/api/list?page=1', { headers: {} })
  expect(place.textContent).toBe('as it is now')
  await act(async () => root.render(<List url={first.url} />))
  expect(asked).toHaveBeenCalledTimes(2)
  await act(async () => root.unmount())
})

test('one comes back to what was there, and it is asked for again', async () => {
  let answer: (value: string) => void = () => undefined
  asked.mockReturnValue(new Promise((resolve) => (answer = resolve)))
  render(<List url={first.url} />)
  expect(screen.getByText('as it was made')).toBeTruthy()
  expect(asked).toHaveBeenCalledWith(first.url, { headers: {} })
  await act(async () => answer('as it is now'))
  expect(screen.getByText('as it is now')).toBeTruthy()
})

test('the words by which people are found go in a header; with others it is asked for again', async () => {
  const { rerender } = await act(async () => render(<List url={first.url} find="Înes & co" />))
  expect(asked).toHaveBeenLastCalledWith(first.url, { headers: { 'eudromos-find': encodeURIComponent('Înes & co') } })
  expect(screen.getByText('as it is now')).toBeTruthy()
  await act(async () => rerender(<List url={first.url} find="Wilma" />))
  expect(asked).toHaveBeenCalledTimes(2)
  await act(async () => rerender(<List url={first.url} />))
  expect(asked).toHaveBeenLastCalledWith(first.url, { headers: {} })
})
