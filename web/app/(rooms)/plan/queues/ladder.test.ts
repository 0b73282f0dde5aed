import { ladderOf, withoutStep, withStep, type Ladder } from './ladder.ts'

const ladder: Ladder = {
  relaxations: [
    { skillId: 'fares', least: 1, most: 5, afterSeconds: 30 },
    { skillId: 'fares', least: 0, most: 5, afterSeconds: 90 },
  ],
  laterReaches: [{ afterSeconds: 90, agentIds: ['ana'], teams: [{ teamId: 'care', tier: 2 }] }],
  prioritySteps: [{ afterSeconds: 60, priority: 8 }],
}

test('all that changes at one wait is one step, the earliest first', () => {
  expect(ladderOf(ladder)).toEqual([
    {
      afterSeconds: 30,
      relaxations: [{ skillId: 'fares', least: 1, most: 5 }],
      agentIds: [],
      teams: [],
      priority: null,
    },
    { afterSeconds: 60, relaxations: [], agentIds: [], teams: [], priority: 8 },
    {
      afterSeconds: 90,
      relaxations: [{ skillId: 'fares', least: 0, most: 5 }],
      agentIds: ['ana'],
      teams: [{ teamId: 'care', tier: 2 }],
      priority: null,
    },
  ])
})

test('a step put back as it was says the same', () => {
  const again = ladderOf(ladder).reduce(withStep, ladder)
  expect(ladderOf(again)).toEqual(ladderOf(ladder))
})

test('a step that changes nothing yet stays to be edited, and one taken off is gone from all three', () => {
  const more = withStep(ladder, { afterSeconds: 120, relaxations: [], agentIds: [], teams: [], priority: null })
  expect(ladderOf(more).map(({ afterSeconds }) => afterSeconds)).toEqual([30, 60, 90, 120])
  expect(ladderOf(withoutStep(more, 90)).map(({ afterSeconds }) => afterSeconds)).toEqual([30, 60, 120])
})
