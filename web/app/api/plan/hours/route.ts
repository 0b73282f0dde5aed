import { changing, removing } from '../../../../server/plan/plan-routes.ts'
import { saveHours } from '../../../../server/plan/plan.ts'

export const PUT = changing(saveHours)
export const DELETE = removing('hours')
