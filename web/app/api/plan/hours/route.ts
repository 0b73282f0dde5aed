import { changing, removing } from '../../../../server/plan-routes.ts'
import { saveHours } from '../../../../server/plan.ts'

export const PUT = changing(saveHours)
export const DELETE = removing('hours')
