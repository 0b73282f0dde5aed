import { changing } from '../../../../server/plan/plan-routes.ts'
import { allowOwnAbsences } from '../../../../server/plan/plan.ts'

export const PUT = changing(allowOwnAbsences)
