import { changing } from '../../../../server/plan-routes.ts'
import { allowOwnAbsences } from '../../../../server/plan.ts'

export const PUT = changing(allowOwnAbsences)
