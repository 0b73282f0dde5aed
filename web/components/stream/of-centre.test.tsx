/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react'
import { madeView } from '../../view/testing/index.ts'
import type { View } from '../../view/view.ts'
import { ofCentre, type OfCentre } from './of-centre.tsx'

let state: { view: View | null; clockOffsetMs: number } = { view: null, clockOffsetMs: 0 }
let now = 0

jest.mock('./context.tsx', () => ({ useLive: () => state, useNow: () => now }))

const drawn: string[] = []
const Room = ofCentre(function Room({ seen, name }: { name: string } & OfCentre) {
  drawn.push(`${name} ${seen.view?.seq ?? 'nothing'} ${seen.now}`)
  return <p>{`${name} at ${seen.view?.seq ?? 'nothing'}`}</p>
})

test('what comes is drawn, once each; what draws the page anew without it draws nothing of the centre', () => {
  const page = () => <Room name="Live" />
  const { rerender } = render(page())
  const draw = () => rerender(page())
  expect(screen.getByText('Live at nothing')).toBeTruthy()
  act(() => {
    state = { view: { ...madeView({ queues: [] }), seq: 7 }, clockOffsetMs: 0 }
    now = 1000
    draw()
  })
  expect(screen.getByText('Live at 7')).toBeTruthy()
  const before = drawn.length
  act(() => draw())
  expect(drawn).toHaveLength(before)
  act(() => {
    now = 2000
    draw()
  })
  expect(drawn.slice(before)).toEqual(['Live 7 2000'])
})
