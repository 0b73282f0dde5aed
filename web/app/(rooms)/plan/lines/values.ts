import { plainPlannedLine, type PlanDocument, type LineId } from '@eudromos/core/plan'

export type LineValue = PlanDocument['lines'][number]

export const blankLine = (id: LineId): LineValue => ({
  ...plainPlannedLine,
  id,
  name: '',
  channel: 'chat',
  queueIds: [],
})
