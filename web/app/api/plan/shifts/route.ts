import { changing, removing } from '../../../../server/plan-routes.ts'
import { saveShift } from '../../../../server/plan.ts'

export const PUT = changing(saveShift)
export const DELETE = removing('shifts')
