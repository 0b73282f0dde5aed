import { removeState, saveState } from '../../../../server/plan/plan-people.ts'
import { changing } from '../../../../server/plan/plan-routes.ts'

export const PUT = changing(saveState)
export const DELETE = changing(removeState)
