import { saveLimits } from '../../../../server/plan/plan-people.ts'
import { changing, removing } from '../../../../server/plan/plan-routes.ts'

export const PUT = changing(saveLimits)
export const DELETE = removing('loadLimits')
