import { plainPlannedLine, type PlanDocument } from '@eudromos/core/plan'

export type LineValue = PlanDocument['lines'][number]

export const blankLine = (id: string): LineValue => ({
  ...plainPlannedLine,
  id,
  name: '',
  channel: 'chat',
  queueIds: [],
})
