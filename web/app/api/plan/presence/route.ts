import { removeState, saveState } from '../../../../server/plan-people.ts'
import { changing } from '../../../../server/plan-routes.ts'

export const PUT = changing(saveState)
export const DELETE = changing(removeState)
