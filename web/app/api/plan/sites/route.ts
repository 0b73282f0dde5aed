import { changing, removing } from '../../../../server/plan-routes.ts'
import { saveSite } from '../../../../server/plan.ts'

export const PUT = changing(saveSite)
export const DELETE = removing('sites')
