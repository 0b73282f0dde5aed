import { changing, removing } from '../../../../server/plan/plan-routes.ts'
import { saveShift } from '../../../../server/plan/plan.ts'

export const PUT = changing(saveShift)
export const DELETE = removing('shifts')
