/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react'
import { forgetKept, useKept, useKeptSwitch } from './kept.ts'

beforeEach(() => sessionStorage.clear())

const kept = (key: string) => renderHook(() => useKept(key)).result

test('what is kept is there again when it is drawn anew, under its own key', () => {
  const first = kept('words 1')
  act(() => first.current[1]('Good mor'))
  expect(first.current[0]).toBe('Good mor')
  expect(kept('words 1').current[0]).toBe('Good mor')
  expect(kept('words 2').current[0]).toBe('')
})

test('nothing is kept of nothing, nor of what is forgotten', () => {
  const one = kept('words 1')
  act(() => one.current[1]('Good'))
  act(() => one.current[1](''))
  expect(sessionStorage).toHaveLength(0)
  act(() => one.current[1]('Good'))
  forgetKept('words 1')
  expect(kept('words 1').current[0]).toBe('')
})

test('a switch stays as it was set, in this tab', () => {
  const muted = () => renderHook(() => useKeptSwitch('muted c1')).result
  const first = muted()
  expect(first.current[0]).toBe(false)
  act(() => first.current[1](true))
  expect(muted().current[0]).toBe(true)
  act(() => first.current[1](false))
  expect(muted().current[0]).toBe(false)
})
