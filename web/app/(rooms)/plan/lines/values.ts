import { plainLine, type PlanDocument } from '@eudromos/core/plan'

export type LineValue = PlanDocument['lines'][number]

export const blankLine = (id: string): LineValue => ({
  id,
  name: '',
  channel: 'chat',
  on: true,
  queueIds: [],
  address: null,
  ...plainLine,
})
