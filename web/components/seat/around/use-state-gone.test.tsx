/** @jest-environment jsdom */
import { renderHook } from '@testing-library/react'
import { plainState } from '@eudromos/core/plan'
import { madePerson, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import type { View } from '../../../view/view.ts'
import { useStateGone } from './use-state-gone.ts'

const made = madeView({ queues: [madePlanQueue('q0', [])] })
const at = (stateId: string, states: readonly string[]): View => ({
  ...made,
  agentId: 'ana',
  people: { ana: madePerson('ana', { stateId }) },
  plan: made.plan && {
    ...made.plan,
    presenceStates: states.map((id) => ({
      ...plainState,
      id,
      name: id.toUpperCase(),
      admits: [],
      choosable: true,
      signedOut: false,
    })),
  },
})

test('whose state is gone from the plan is told in which they are now; a choice of their own says nothing', () => {
  const told: string[] = []
  const tell = (words: string): void => void told.push(words)
  const { rerender } = renderHook(({ view }) => useStateGone(view, tell), {
    initialProps: { view: at('training', ['ready', 'training', 'break']) },
  })
  rerender({ view: at('break', ['ready', 'training', 'break']) })
  rerender({ view: at('training', ['ready', 'training', 'break']) })
  expect(told).toEqual([])
  rerender({ view: at('break', ['ready', 'break']) })
  expect(told).toEqual(['“TRAINING” is no longer in the plan. You are in BREAK now.'])
})
