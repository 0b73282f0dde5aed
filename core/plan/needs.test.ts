import { plainCentreWords, termsOfNeeds, type PlanDocument } from './index.ts'

const asks = (skillId: string, least: number, most = 5) => ({ skillId, least, most })
const plan = {
  centre: {
    needs: {
      ...plainCentreWords.needs,
      relay: { requirements: [asks('relay', 1), asks('english', 2)], patience: 3 },
      interpreter: { requirements: [asks('english', 3), asks('gone', 1)], patience: 5 },
    },
  },
  skills: [{ id: 'relay' }, { id: 'english' }],
} as unknown as PlanDocument

test('who needs nothing asks for nothing, and is waited for as long as others', () => {
  expect(termsOfNeeds(plan, [])).toEqual({ requirements: [], patience: 1 })
})

test('several needs ask for what each asks, each skill once, and the longest patience counts', () => {
  expect(termsOfNeeds(plan, ['relay', 'interpreter'])).toEqual({
    requirements: [asks('relay', 1), asks('english', 3)],
    patience: 5,
  })
})

test('a skill that is no longer in the plan keeps nobody from being served', () => {
  expect(termsOfNeeds(plan, ['interpreter']).requirements).toEqual([asks('english', 3)])
})
