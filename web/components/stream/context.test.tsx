/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react'
import { renderToString } from 'react-dom/server'
import { useCentreNow } from './context.tsx'

const hour = 3_600_000
const centreAt = Date.UTC(2027, 2, 12, 9, 40)

beforeEach(() => jest.useFakeTimers({ now: Date.UTC(2026, 10, 27, 7) }))
afterEach(() => jest.useRealTimers())

test('what the server says stands in the first drawing and after, until the stream has told', () => {
  const Seen = () => <>{useCentreNow(hour, centreAt)}</>
  expect(renderToString(<Seen />)).toBe(String(Date.UTC(2027, 2, 12, 9)))
  const { result } = renderHook(() => useCentreNow(hour, centreAt))
  act(() => jest.advanceTimersByTime(5000))
  expect(result.current).toBe(Date.UTC(2027, 2, 12, 9))
})

test('where the server says nothing it is the time of the browser, in whole steps', () => {
  const { result } = renderHook(() => useCentreNow(60_000))
  expect(result.current).toBe(Date.UTC(2026, 10, 27, 7))
  act(() => jest.advanceTimersByTime(61_000))
  expect(result.current).toBe(Date.UTC(2026, 10, 27, 7, 1))
})
