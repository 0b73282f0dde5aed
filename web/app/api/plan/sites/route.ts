import { changing, removing } from '../../../../server/plan/plan-routes.ts'
import { saveSite } from '../../../../server/plan/plan.ts'

export const PUT = changing(saveSite)
export const DELETE = removing('sites')
